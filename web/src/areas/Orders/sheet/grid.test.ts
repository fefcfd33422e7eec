import { describe, expect, it } from 'vitest';
import { isRows, toClipboard } from './grid';

describe('rows on the clipboard', () => {
  const line = { kind: 'Part', description: 'Front brake pads', number: 'BP-F-310', count: '1', each: '71.80' };
  it('have their cells between tabs', () => expect(toClipboard([line])).toBe('Part\tFront brake pads\tBP-F-310\t1\t71.80'));
  it('stand one below the other', () => expect(toClipboard([line, line]).split('\n')).toHaveLength(2));
  it('lose what would begin another cell or row', () =>
    expect(toClipboard([{ ...line, description: 'Pads\tand\r\npins' }])).toContain('\tPads and pins\t'));
  it('are told from words for one field', () => {
    expect(isRows('Front pads')).toBe(false);
    expect(isRows('Front pads\n')).toBe(false);
    expect(isRows('Front pads\t1')).toBe(true);
    expect(isRows('Front pads\nRear pads')).toBe(true);
    expect(isRows('Front pads\r\nRear pads\r\n')).toBe(true);
  });
});

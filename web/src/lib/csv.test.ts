import { describe, expect, it } from 'vitest';
import { csv, everyPage } from './csv';

describe('a list as CSV', () => {
  it('has its headings, quotes what needs it and defuses formulas', () =>
    expect(
      csv(
        [
          ['Name', (row: { name: string; total: number | null }) => row.name],
          ['Total', (row) => row.total],
        ],
        [
          { name: 'Marsh, Kofi "Ko"', total: -12.5 },
          { name: '=HYPERLINK("x")', total: null },
          { name: '-2', total: 0 },
        ],
      ),
    ).toBe('Name,Total\r\n"Marsh, Kofi ""Ko""",-12.5\r\n"\'=HYPERLINK(""x"")",\r\n\'-2,0\r\n'));

  it('is read to its last page', async () => {
    const counts: number[] = [];
    const rows = await everyPage(
      0,
      (at) => Promise.resolve({ rows: [at, at + 1], next: at < 4 ? at + 2 : null }),
      (count) => counts.push(count),
    );
    expect(rows).toEqual([0, 1, 2, 3, 4, 5]);
    expect(counts).toEqual([2, 4, 6]);
  });
});

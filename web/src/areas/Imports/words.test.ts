import { describe, expect, it } from 'vitest';
import { count } from './words';

describe('a number of things', () => {
  it('is one', () => expect(count(1, 'row is', 'rows are')).toBe('1 row is'));
  it('is none', () => expect(count(0, 'row', 'rows')).toBe('0 rows'));
  it('is grouped when there are many', () => expect(count(50000, 'row', 'rows')).toBe('50,000 rows'));
});

import { expect, test } from 'vitest';
import { digitOf, nextNine } from './digitShortcuts';

test('every thing of a long row has its turn at the digits, none has two, and no digit has two things', () => {
  for (const count of [1, 9, 10, 18, 19, 40]) {
    const turns = new Map<number, number>();
    let from = 0;
    do {
      const digits = Array.from({ length: count }, (_, i) => digitOf(i, from));
      expect(new Set(digits.filter(Boolean)).size).toBe(digits.filter(Boolean).length);
      digits.forEach((digit, i) => digit && turns.set(i, (turns.get(i) ?? 0) + 1));
      from = nextNine(from, count);
    } while (from !== 0);
    expect([...turns.values()]).toEqual(Array.from({ length: count }, () => 1));
  }
});

test('digits begin with 1', () => {
  expect([digitOf(0, 0), digitOf(8, 0), digitOf(9, 0), digitOf(9, 9), digitOf(8, 9)]).toEqual(['1', '9', '', '1', '']);
});

import { expect, test } from 'vitest';
import { ruleOf } from './measure';

const tread = { watch: 5, due: 4, unsafe: 2 };

test('limits stand on the rule in proportion from zero', () => {
  const rule = ruleOf(tread, [8])!;
  expect(rule.marks.map((mark) => [mark.name, mark.place])).toEqual([
    ['watch', '50.0%'],
    ['due', '40.0%'],
    ['unsafe', '20.0%'],
  ]);
  expect(rule.place(8)).toBe('80.0%');
  expect(rule.place(-3)).toBe('0.0%');
});

test('values close together far from zero are spread over the rule', () => {
  const rule = ruleOf({ watch: 12.4, due: 12.2, unsafe: null }, [12.7, null])!;
  expect(rule.marks.map((mark) => mark.name)).toEqual(['watch', 'due']);
  expect(rule.place(12.2)).toBe('33.3%');
  expect(rule.place(12.7)).toBe('66.7%');
});

test('without a limit and a value there is nothing to draw', () => {
  expect(ruleOf({ watch: null, due: null, unsafe: null }, [null])).toBeNull();
});

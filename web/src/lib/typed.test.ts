import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { amount, typedHours, typedQuantity, typedReading, unitAmount } from './format';

const FORMS: Record<string, (value: number) => string> = {
  quantity: typedQuantity,
  unitAmount,
  amount,
  hours: typedHours,
  reading: typedReading,
};

// The same file is read by a test of the rules: what is displayed here is read there as the same figure.
const displayed = JSON.parse(readFileSync(new URL('../../../tests/typed-back.json', import.meta.url), 'utf8')) as Record<
  string,
  [number, string][]
>;

it.each(Object.entries(displayed))('a %s is displayed in the form that can be typed back', (kind, rows) => {
  expect(rows.length).toBeGreaterThan(5);
  expect(rows.map(([value]) => FORMS[kind]!(value))).toEqual(rows.map(([, text]) => text));
});

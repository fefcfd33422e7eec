import { expect, it } from 'vitest';
import type { Schemas } from '../../lib/api';
import { scan, type Scanned } from './scanned';

const line = (id: number, number: string, quantity: number, received = 0) =>
  ({ id, number, quantity, received }) as Schemas['PurchaseLineView'];

const LINES = [line(1, 'BP-4411', 2), line(2, 'BP-4411', 1), line(3, 'OF 77', 4, 3)];

it('counts scans line by line, in whatever spelling, and stops when all is there', () => {
  let scanned: Scanned = {};
  const take = (number: string) => {
    const found = scan(LINES, scanned, number);
    if (found) scanned = found.scanned;
    return found?.line.id ?? null;
  };
  expect([take('bp4411'), take('BP-4411'), take('BP 4411'), take('BP-4411')]).toEqual([1, 1, 2, null]);
  expect([take('OF77'), take('of-77'), take(''), take('XX')]).toEqual([3, null, null, null]);
  expect(scanned).toEqual({ 1: 2, 2: 1, 3: 1 });
});

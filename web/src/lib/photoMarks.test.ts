import { expect, it } from 'vitest';
import { drawingOf } from './photoMarks';

it('draws a ring around its middle and an arrow whose head is where it ends', () => {
  expect(drawingOf({ ring: true, fromX: 0.6, fromY: 0.3, toX: 0.5, toY: 0.5 })).toEqual({ ring: { cx: 50, cy: 50, rx: 10, ry: 20 } });
  const arrow = drawingOf({ ring: false, fromX: 0.1, fromY: 0.5, toX: 0.9, toY: 0.5 });
  const ends = 'path' in arrow ? [...arrow.path.matchAll(/[ML]([\d.]+),([\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]) : [];
  expect(ends[0]).toEqual([10, 50]);
  expect(ends[1]).toEqual([90, 50]);
  // Both sides of the head lie before its tip, one above the line and one below.
  expect(ends[2]![0]).toBeLessThan(90);
  expect(ends[2]![1]! + ends[4]![1]!).toBeCloseTo(100);
});

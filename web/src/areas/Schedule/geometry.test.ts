import { describe, expect, it } from 'vitest';
import type { Item } from './calendarQuery';
import { minuteAt, percent, tracksOf } from './geometry';

const axis = { from: 450, until: 1080 };
const item = (id: number, ...spans: [string, string][]) =>
  ({ id, spans: spans.map(([from, until]) => ({ from, until })) }) as unknown as Item;
const DAYS = ['2026-11-23', '2026-11-24'];

describe('the calendar as it is drawn', () => {
  it('a minute has its place, and what is beside the day stands at its end', () => {
    expect(percent(450, axis)).toBe(0);
    expect(percent(765, axis)).toBe(50);
    expect(percent(2000, axis)).toBe(100);
    expect(minuteAt(0.5, axis, 15)).toBe(765);
    expect(minuteAt(2, axis, 15)).toBe(1065);
  });

  it('what overlaps goes beneath, what follows stays in the track', () => {
    const { blocks, tracks } = tracksOf(
      [
        item(1, ['2026-11-23T08:00:00', '2026-11-23T11:00:00']),
        item(2, ['2026-11-23T10:00:00', '2026-11-23T12:00:00']),
        item(3, ['2026-11-23T11:15:00', '2026-11-23T14:00:00']),
      ],
      DAYS,
      axis,
    );
    expect(tracks).toBe(2);
    expect(blocks.map((b) => [b.item.id, b.track])).toEqual([
      [1, 0],
      [2, 1],
      [3, 0],
    ]);
  });

  it('work over the night keeps its track on both days, and only its first stretch carries the words', () => {
    const { blocks } = tracksOf(
      [
        item(1, ['2026-11-23T16:00:00', '2026-11-23T18:00:00'], ['2026-11-24T07:30:00', '2026-11-24T09:00:00']),
        item(2, ['2026-11-24T08:00:00', '2026-11-24T10:00:00']),
      ],
      DAYS,
      axis,
    );
    expect(blocks.map((b) => [b.item.id, b.track, b.first])).toEqual([
      [1, 0, true],
      [1, 0, false],
      [2, 1, true],
    ]);
  });

  it('short blocks that would touch are drawn beneath each other', () => {
    const { tracks } = tracksOf(
      [item(1, ['2026-11-23T08:00:00', '2026-11-23T08:15:00']), item(2, ['2026-11-23T08:30:00', '2026-11-23T08:45:00'])],
      DAYS,
      axis,
    );
    expect(tracks).toBe(2);
  });
});

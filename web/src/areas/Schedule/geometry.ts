import type { Item, Span } from './calendarQuery';

/** Minutes of a wall time into its day. */
export const minuteOf = (wall: string) => Number(wall.slice(11, 13)) * 60 + Number(wall.slice(14, 16));

/** The axis of a day in the calendar, in minutes. */
export interface Axis {
  from: number;
  until: number;
}

/** Where a minute lies on a day, in percent; what lies beside the axis stands at its end. */
export const percent = (minute: number, { from, until }: Axis) => Math.max(0, Math.min(100, ((minute - from) / (until - from)) * 100));

/** The minute under a share of a day's width, on the step. */
export const minuteAt = (share: number, { from, until }: Axis, step: number) =>
  Math.max(from, Math.min(until - step, Math.round((from + share * (until - from)) / step) * step));

/** A block as it is drawn: a stretch of an item on one day, in a track of its lane. */
export interface Block {
  item: Item;
  span: Span;
  /** The first stretch carries the words. */
  first: boolean;
  track: number;
}

/** Narrower than this share of a day nobody can read the plate of a block. */
const NARROWEST = 0.3;

/**
 * Blocks of a lane, in tracks so that none lies over another: what is at the same time, or would be drawn over it, goes beneath.
 * @param items Items of the lane.
 * @param days Days that are shown.
 * @param axis The axis of each day.
 */
export function tracksOf(items: Item[], days: readonly string[], axis: Axis): { blocks: Block[]; tracks: number } {
  const least = (axis.until - axis.from) * (days.length > 1 ? NARROWEST : 0.045);
  // Ends of the tracks, as minutes counted through the days.
  const ends: number[] = [];
  const at = (wall: string) => days.indexOf(wall.slice(0, 10)) * 1440 + minuteOf(wall);
  const blocks: Block[] = [];
  const sorted = items
    .map((item) => ({ item, spans: item.spans.filter((s) => days.includes(s.from.slice(0, 10))) }))
    .filter(({ spans }) => spans.length > 0)
    .sort((a, b) => (a.spans[0]!.from < b.spans[0]!.from ? -1 : a.spans[0]!.from > b.spans[0]!.from ? 1 : a.item.id - b.item.id));
  for (const { item, spans } of sorted) {
    const begin = at(spans[0]!.from);
    const end = Math.max(...spans.map((s) => Math.max(at(s.until), at(s.from) + least)));
    let track = ends.findIndex((e) => e <= begin);
    if (track < 0) track = ends.length;
    ends[track] = end;
    spans.forEach((span) => blocks.push({ item, span, first: span === item.spans[0], track }));
  }
  return { blocks, tracks: Math.max(1, ends.length) };
}

/** A mark on a photo, in shares of it: a ring around the second point, or an arrow from the first to the second. */
export interface Mark {
  ring: boolean;
  fromX: number;
  fromY: number;
  toX: number;
  toY: number;
}

/** What a mark is drawn as, on a square of 100 that is laid over the photo. */
export type Drawing = { ring: { cx: number; cy: number; rx: number; ry: number } } | { path: string };

/** An arrow with its head, or a ring. */
export function drawingOf(mark: Mark): Drawing {
  const [x1, y1, x2, y2] = [mark.fromX * 100, mark.fromY * 100, mark.toX * 100, mark.toY * 100];
  if (mark.ring) return { ring: { cx: x2, cy: y2, rx: Math.abs(x2 - x1), ry: Math.abs(y2 - y1) } };
  const angle = Math.atan2(y2 - y1, x2 - x1);
  const head = (turn: number) => `${x2 - 5 * Math.cos(angle + turn)},${y2 - 5 * Math.sin(angle + turn)}`;
  return { path: `M${x1},${y1} L${x2},${y2} M${head(0.5)} L${x2},${y2} L${head(-0.5)}` };
}

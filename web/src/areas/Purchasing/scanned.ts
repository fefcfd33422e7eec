import type { Schemas } from '../../lib/api';

type Line = Schemas['PurchaseLineView'];

/** A number as scanners and people write it: without spaces, dashes and case. */
const bare = (number: string) => number.toUpperCase().replace(/[^A-Z0-9]/g, '');

/** How many of each line were scanned, by the line's key. */
export type Scanned = Readonly<Record<number, number>>;

/**
 * Counts one more of the line that a scanned number belongs to: of several with the same number the first that is not complete.
 * @returns Null where no line has the number, or all of them are complete.
 */
export function scan(lines: readonly Line[], scanned: Scanned, number: string): { line: Line; scanned: Scanned } | null {
  const wanted = bare(number);
  const line = lines.find(
    (one) => wanted !== '' && bare(one.number) === wanted && (scanned[one.id] ?? 0) + 1 <= one.quantity - one.received,
  );
  return line ? { line, scanned: { ...scanned, [line.id]: (scanned[line.id] ?? 0) + 1 } } : null;
}

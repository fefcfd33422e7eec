import type { Schemas } from '../../lib/api';
import type { Entry } from '../../lib/device/entries';

export type Inspection = Schemas['InspectionView'];
export type Point = Schemas['InspectionPointView'];

/** Whether a point is done: rated, measured or skipped. */
export const isDone = (point: Point) => point.rating !== null || point.measured !== null || point.skipped !== '';

/** Points that "all good" would rate. */
const goodIn = (group: unknown) => (point: Point) => point.group === group && !isDone(point) && point.unit === '';

/** A point as it is once an entry has reached the shop; what a measured value is rated, only the shop says. */
function said(point: Point, body: Entry['body']): Point {
  const value = String(body.value ?? '');
  const next = { ...point, version: point.version + 1 };
  switch (body.act) {
    case 'Rate':
      return { ...next, rating: value as Point['rating'], skipped: '' };
    case 'Measure':
      return { ...next, measured: Number(value.replace(',', '.')), rating: null, skipped: '' };
    case 'Skip':
      return { ...next, skipped: value, rating: null, measured: null };
    case 'Clear':
      return { ...next, skipped: '', rating: null, measured: null };
    case 'Note':
      return { ...next, note: value };
    default:
      return next;
  }
}

/** An inspection with what this device has entered and not yet sent. */
export function withEntries(inspection: Inspection, entries: Entry[]): Inspection {
  let points = inspection.points;
  for (const entry of entries.filter((e) => e.inspectionId === inspection.id)) {
    if (entry.path.endsWith('/all-good')) {
      const affected = goodIn(entry.body.group);
      points = points.map((point) => (affected(point) ? { ...point, rating: 'Good', version: point.version + 1 } : point));
    } else if (entry.body.act) points = points.map((point) => (point.id === entry.pointId ? said(point, entry.body) : point));
  }
  return points === inspection.points ? inspection : { ...inspection, points };
}

/** Points by part of the vehicle, in their order. */
export function groupsOf(inspection: Inspection): [string, Point[]][] {
  const groups = new Map<string, Point[]>();
  for (const point of inspection.points) groups.set(point.group, [...(groups.get(point.group) ?? []), point]);
  return [...groups];
}

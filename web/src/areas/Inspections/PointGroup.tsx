import { memo } from 'react';
import { PointRow } from './PointRow';
import { isDone, type Point } from './overlay';
import type { Entering } from './useInspection';

interface Props {
  /** Part of the vehicle; empty for none. */
  name: string;
  points: Point[];
  checklist: boolean;
  edits: boolean;
  entering: Entering;
  /** The point of this group that is opened; null for none. */
  open: number | null;
  onOpen: (point: number | null) => void;
  onMeasure: (point: number) => void;
}

const sameRow = (one: Point[], two: Point[]) => one.length === two.length && one.every((point, i) => point === two[i]);

/** The points of a part of the vehicle. A tap elsewhere does not draw it again: an inspection may have two hundred points. */
export const PointGroup = memo(
  function PointGroup({ name, points, checklist, edits, entering, open, onOpen, onMeasure }: Props) {
    const left = points.filter((point) => !isDone(point) && point.unit === '').length;
    return (
      <section className="inspection-group" aria-label={name || 'Points'}>
        <header>
          <h2>{name || 'Points'}</h2>
          <span className="soft">
            {points.filter(isDone).length} of {points.length}
          </span>
          <span className="grow" />
          {edits && left > 0 && (
            <button className="big" onClick={() => void entering.allGood(name)}>
              {checklist ? 'All done' : 'All good'}
            </button>
          )}
        </header>
        {points.map((point) => (
          <PointRow
            key={point.id}
            point={point}
            checklist={checklist}
            edits={edits}
            entering={entering}
            open={open === point.id}
            onOpen={onOpen}
            onMeasure={onMeasure}
          />
        ))}
      </section>
    );
  },
  ({ points: before, ...one }, { points: now, ...two }) =>
    sameRow(before, now) && Object.entries(one).every(([key, value]) => two[key as keyof typeof two] === value),
);

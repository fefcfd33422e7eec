import { memo } from 'react';
import { figure } from '../../lib/format';
import { MeasureRule } from './MeasureRule';
import { PointDetails } from './PointDetails';
import { isDone, type Point } from './overlay';
import type { Entering } from './useInspection';

const RATINGS = ['Good', 'Watch', 'Due', 'Unsafe'] as const;

interface Props {
  point: Point;
  checklist: boolean;
  edits: boolean;
  entering: Entering;
  open: boolean;
  /** Opens what else is to say of a point; null closes it. */
  onOpen: (point: number | null) => void;
  onMeasure: (point: number) => void;
}

/** A point: rated with one tap, or measured; what else is to say of it opens below. */
export const PointRow = memo(function PointRow({ point, checklist, edits, entering, open, onOpen, onMeasure }: Props) {
  const beside = [
    point.last?.rating && point.unit === '' ? `last time ${point.last.rating.toLowerCase()}` : '',
    point.note,
    point.skipped && `skipped: ${point.skipped}`,
    point.lastsTo !== null ? `lasts to ${point.lastsTo.toLocaleString('en-US')}` : (point.lastsUntil ?? ''),
    point.photos.length > 0 ? `${point.photos.length} ${point.photos.length === 1 ? 'photo' : 'photos'}` : '',
  ].filter(Boolean);
  return (
    <div className={`point ${isDone(point) ? 'done' : ''}`} data-point={point.id}>
      <div className="point-main">
        <button
          className="point-title"
          aria-expanded={open}
          aria-label={`More about ${point.title}, ${point.group}`}
          onClick={() => onOpen(open ? null : point.id)}
        >
          <span>{point.title}</span>
          {beside.length > 0 && <span className="soft small">{beside.join(' · ')}</span>}
        </button>
        {point.unit !== '' ? (
          <button
            className={`point-measure ${point.rating ?? ''}`}
            disabled={!edits}
            aria-label={`Measure ${point.title}, ${point.group}${point.measured === null ? '' : `: ${figure(point.measured)} ${point.unit}`}`}
            onClick={() => onMeasure(point.id)}
          >
            {point.measured === null ? <span className="soft">measure, {point.unit}</span> : `${figure(point.measured)} ${point.unit}`}
            {point.rating && <span className={`rating ${point.rating}`}>{point.rating}</span>}
          </button>
        ) : checklist ? (
          <button
            className="point-tick"
            role="checkbox"
            aria-checked={point.rating === 'Good'}
            aria-label={`${point.title}, ${point.group}`}
            disabled={!edits}
            onClick={() => void entering.say(point, point.rating === 'Good' ? 'Clear' : 'Rate', 'Good')}
          >
            {point.rating === 'Good' ? 'Done' : 'Not yet'}
          </button>
        ) : (
          <div className="point-ratings" role="radiogroup" aria-label={`${point.title}, ${point.group}`}>
            {RATINGS.map((rating) => (
              <button
                key={rating}
                role="radio"
                className={rating}
                aria-checked={point.rating === rating}
                disabled={!edits}
                onClick={() => void entering.say(point, point.rating === rating ? 'Clear' : 'Rate', rating)}
              >
                {rating}
              </button>
            ))}
          </div>
        )}
      </div>
      {point.measured !== null && (
        <MeasureRule limits={point.limits} unit={point.unit} measured={point.measured} before={point.last?.measured} />
      )}
      {open && <PointDetails point={point} edits={edits} entering={entering} />}
    </div>
  );
});

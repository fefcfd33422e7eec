import { drawingOf, type Mark } from '../lib/photoMarks';
import styles from './MarkedPhoto.module.css';

/** A photo with the marks that were drawn on it. */
export function MarkedPhoto({ hash, marks, alt }: { hash: string; marks: readonly Mark[]; alt: string }) {
  return (
    <span className={styles.marked}>
      <img src={`/api/photos/${hash}`} alt={alt} />
      <DrawnMarks marks={marks} />
    </span>
  );
}

/** Arrows and rings, in shares of the photo. */
export function DrawnMarks({ marks }: { marks: readonly Mark[] }) {
  return (
    <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
      {marks.map((mark, i) => {
        const drawing = drawingOf(mark);
        return 'ring' in drawing ? <ellipse key={i} {...drawing.ring} /> : <path key={i} d={drawing.path} />;
      })}
    </svg>
  );
}

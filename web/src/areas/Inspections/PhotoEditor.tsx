import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import { useState, type PointerEvent } from 'react';
import type { Schemas } from '../../lib/api';
import { DrawnMarks } from '../../ui/MarkedPhoto';
import styles from '../../ui/MarkedPhoto.module.css';
import '../../ui/bench.css';
import './inspection.css';

type Mark = Schemas['PhotoMarkView'];

interface EditorProps {
  hash: string;
  marks: Mark[];
  alt: string;
  onMarks: (marks: Mark[]) => Promise<unknown>;
  onClose: () => void;
}

/** Draws arrows and rings with a finger. */
export function PhotoEditor({ hash, marks: given, alt, onMarks, onClose }: EditorProps) {
  const [marks, setMarks] = useState(given);
  const [ring, setRing] = useState(false);
  const [from, setFrom] = useState<[number, number] | null>(null);
  const at = (event: PointerEvent<HTMLElement>): [number, number] => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (value: number) => Math.round(Math.max(0, Math.min(1, value)) * 1000) / 1000;
    return [share((event.clientX - box.left) / box.width), share((event.clientY - box.top) / box.height)];
  };
  const end = (event: PointerEvent<HTMLElement>) => {
    if (!from) return;
    const [toX, toY] = at(event);
    setFrom(null);
    if (Math.hypot(toX - from[0], toY - from[1]) < 0.02) return;
    // A ring is drawn from its middle outward.
    setMarks([
      ...marks,
      ring ? { ring, fromX: toX, fromY: toY, toX: from[0], toY: from[1] } : { ring, fromX: from[0], fromY: from[1], toX, toY },
    ]);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-label={`Mark the photo: ${alt}`}>
      <div className="bench photo-editor">
        <div className="row">
          <button className="big" aria-pressed={!ring} onClick={() => setRing(false)}>
            Arrow
          </button>
          <button className="big" aria-pressed={ring} onClick={() => setRing(true)}>
            Ring
          </button>
          <button className="big" disabled={marks.length === 0} onClick={() => setMarks(marks.slice(0, -1))}>
            Undo
          </button>
          <span className="grow" />
          <Button onClick={onClose} size="large">
            Cancel
          </Button>
          <Button variant="contained" size="large" onClick={() => void onMarks(marks)}>
            Save
          </Button>
        </div>
        <span
          className={styles.marked}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            setFrom(at(event));
          }}
          onPointerUp={end}
        >
          <img src={`/api/photos/${hash}`} alt={alt} draggable={false} />
          <DrawnMarks marks={marks} />
        </span>
      </div>
    </Dialog>
  );
}

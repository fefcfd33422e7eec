import { Labelled } from '../../ui/Labelled';
import styles from './books.module.css';

interface Props {
  from?: string;
  through: string;
  onFrom?: (day: string) => void;
  onThrough: (day: string) => void;
}

/** The days that a list of the books is about. */
export function Period({ from, through, onFrom, onThrough }: Props) {
  return (
    <div className={styles.period}>
      {onFrom && <Labelled label="From" type="date" value={from ?? ''} onText={onFrom} />}
      <Labelled label="Through" type="date" value={through} onText={onThrough} />
    </div>
  );
}

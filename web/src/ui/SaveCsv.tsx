import { useState } from 'react';
import { csv, saveFile, type CsvColumn } from '../lib/csv';
import styles from './SaveCsv.module.css';
import { useSay } from './Toasts';

interface Props<Row> {
  /** Name of the file, without its ending. */
  name: string;
  columns: readonly CsvColumn<Row>[];
  /** What is on the screen, or how all of it is read; told how many rows are there so far. */
  rows: readonly Row[] | ((onCount: (rows: number) => void) => Promise<readonly Row[]>);
}

/** Saves a list as a CSV file: all of it, as it is searched and sorted. */
export function SaveCsv<Row>({ name, columns, rows }: Props<Row>) {
  const say = useSay();
  const [read, setRead] = useState<number | null>(null);
  const save = async () => {
    setRead(0);
    try {
      saveFile(`${name}.csv`, csv(columns, typeof rows === 'function' ? await rows(setRead) : rows));
    } catch (error) {
      say.refused(error);
    } finally {
      setRead(null);
    }
  };
  return (
    <button type="button" className={`linkish nowrap ${styles.save}`} disabled={read !== null} onClick={() => void save()}>
      {read === null ? 'Save as CSV' : read === 0 ? 'Saving…' : `${read.toLocaleString('en-US')} rows…`}
    </button>
  );
}

import Button from '@mui/material/Button';
import { useEffect, useRef } from 'react';
import { useSay } from '../../../ui/Toasts';
import styles from './programs.module.css';

/** What is shown this once: to be copied now. */
export function Secret({ label, value, words }: { label: string; value: string; words: string }) {
  const say = useSay();
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.select(), [value]);
  const copy = () =>
    navigator.clipboard.writeText(value).then(
      () => say.done(`${label} copied.`),
      () => field.current?.select(),
    );
  return (
    <div className={styles.secret} role="status">
      <b>{label}</b>
      <input ref={field} readOnly aria-label={label} value={value} onFocus={(event) => event.target.select()} />
      <Button variant="contained" onClick={() => void copy()}>
        Copy
      </Button>
      <span className="soft small">{words}</span>
    </div>
  );
}

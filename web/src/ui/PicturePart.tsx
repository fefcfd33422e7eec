import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { Part } from './Fields';
import styles from './PicturePart.module.css';
import { useSay } from './Toasts';

interface Props {
  title: string;
  /** Where it is seen, and what fits. */
  words: string;
  /** Its address; empty for none. */
  src: string;
  /** What it is, for whoever does not see it. */
  alt: string;
  onFile: (file: File) => Promise<unknown>;
  onRemove: () => Promise<unknown>;
}

/** A picture of the shop: chosen, seen, taken away. */
export function PicturePart({ title, words, src, alt, onFile, onRemove }: Props) {
  const say = useSay();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const keep = (call: Promise<unknown>, done: string) => {
    setBusy(true);
    void call.then(() => say.done(done), say.refused).finally(() => setBusy(false));
  };
  return (
    <Part title={title}>
      <p className="soft">{words}</p>
      <div className={styles.row}>
        {src && <img className={styles.shown} src={src} alt={alt} />}
        <Button variant="outlined" disabled={busy} onClick={() => input.current?.click()}>
          {src ? 'Choose another' : 'Choose a picture'}
        </Button>
        {src && (
          <button className="linkish" disabled={busy} onClick={() => keep(onRemove(), `${title} removed.`)}>
            Remove
          </button>
        )}
      </div>
      <input
        ref={input}
        type="file"
        hidden
        accept="image/png,image/jpeg,image/webp"
        aria-label={`${title} file`}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) keep(onFile(file), `${title} saved.`);
        }}
      />
    </Part>
  );
}

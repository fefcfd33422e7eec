import type { ReactNode } from 'react';
import { EditCell } from './EditCell';

interface FieldProps {
  label: string;
  value: string;
  commit: (text: string) => Promise<unknown>;
  disabled?: boolean;
  placeholder?: string;
  list?: readonly string[];
  multiline?: boolean;
}

/** A field of a record: its name at the left, edited in place. With a list it is chosen among words. */
export function Field({ label, value, commit, disabled, placeholder, list, multiline }: FieldProps) {
  return (
    <div className="field-row">
      <span className="soft">{label}</span>
      {list ? (
        <select aria-label={label} value={value} disabled={disabled} onChange={(event) => void commit(event.target.value)}>
          <option value="">{placeholder ?? 'none'}</option>
          {(value && !list.includes(value) ? [...list, value] : list).map((choice) => (
            <option key={choice} value={choice}>
              {choice}
            </option>
          ))}
        </select>
      ) : (
        <EditCell label={label} value={value} commit={commit} disabled={disabled} placeholder={placeholder} multiline={multiline} />
      )}
    </div>
  );
}

/** A part of a page with its heading. */
export function Part({ title, children, aside }: { title: string; children: ReactNode; aside?: ReactNode }) {
  return (
    <section className="record-part" aria-label={title}>
      <header>
        <h2>{title}</h2>
        {aside}
      </header>
      {children}
    </section>
  );
}

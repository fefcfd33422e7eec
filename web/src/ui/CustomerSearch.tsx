import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { api, unwrap } from '../lib/api';
import { Labelled } from './Labelled';
import styles from './CustomerSearch.module.css';

interface Props {
  label: string;
  start?: string;
  autoFocus?: boolean;
  /** What is said where nobody fits. */
  nobody: ReactNode;
  onChoose: (id: number, name: string) => void;
}

/** Finds the customer on file whose something is. */
export function CustomerSearch({ label, start = '', autoFocus, nobody, onChoose }: Props) {
  const [text, setText] = useState(start);
  const words = text.trim();
  const found = useQuery({
    queryKey: ['customers', words, 'put'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/customers', { signal, params: { query: { q: words } } })),
    enabled: words.length > 1,
    placeholderData: (before) => before,
  });
  const rows = words.length > 1 ? (found.data?.rows.slice(0, 6) ?? []) : [];
  return (
    <div className={styles.search}>
      <Labelled label={label} value={text} onText={setText} placeholder="Name, phone, email…" autoFocus={autoFocus} />
      {rows.map((row) => (
        <button key={row.id} type="button" className={styles.found} onClick={() => onChoose(row.id, row.name)}>
          {row.name} <span className="soft">{row.phone}</span>
        </button>
      ))}
      {words.length > 1 && found.data?.rows.length === 0 && <span className="soft small">{nobody}</span>}
    </div>
  );
}

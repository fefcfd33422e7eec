import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap } from '../../../lib/api';
import { Labelled } from '../../../ui/Labelled';
import { useSay } from '../../../ui/Toasts';
import styles from './requests.module.css';

interface Props {
  start: string;
  onChoose: (customerId: number, vehicleId: number | null) => Promise<unknown>;
  onClose: () => void;
}

/** Finds the customer whose request it is. */
export function CustomerSearch({ start, onChoose, onClose }: Props) {
  const say = useSay();
  const [text, setText] = useState(start);
  const words = text.trim();
  const found = useQuery({
    queryKey: ['customers', words, 'request'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/customers', { signal, params: { query: { q: words } } })),
    enabled: words.length > 1,
    placeholderData: (before) => before,
  });
  const rows = words.length > 1 ? (found.data?.rows.slice(0, 6) ?? []) : [];
  return (
    <div className={styles.form} onKeyDown={(event) => event.key === 'Escape' && onClose()}>
      <Labelled label="Customer on file" value={text} onText={setText} autoFocus />
      {rows.map((row) => (
        <button key={row.id} type="button" className={styles.found} onClick={() => void onChoose(row.id, null).catch(say.refused)}>
          {row.name} <span className="soft">{row.phone}</span>
        </button>
      ))}
      {found.data && rows.length === 0 && words.length > 1 && <span className="soft">Nobody on file is called that.</span>}
      <div className={styles.actions}>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </div>
  );
}

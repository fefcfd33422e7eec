import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount, moment } from '../../lib/format';
import { useMay, useNow, useRefresh } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { SaveCsv } from '../../ui/SaveCsv';
import { useRefusal } from '../../ui/useRefusal';
import styles from './StockPage.module.css';

const COLUMNS: CsvColumn<Schemas['StockCountRow']>[] = [
  ['Bin', (count) => count.bin || 'without a bin'],
  ['Begun', (count) => count.startedAt],
  ['By', (count) => count.startedBy],
  ['Parts', (count) => count.parts],
  ['Counted', (count) => count.counted],
  ['Posted', (count) => count.postedAt],
  ['Difference', (count) => count.difference],
];

/** Counts of stock: one begins with a bin, and its differences are posted at the end. */
export default function CountsPage() {
  const now = useNow();
  const navigate = useNavigate();
  const mayCount = useMay('OrderParts');
  const counts = useQuery({ queryKey: ['stock', 'counts'], queryFn: ({ signal }) => unwrap(api.GET('/api/stock-counts', { signal })) });
  if (counts.error && !counts.data) return <Failed error={counts.error} again={() => void counts.refetch()} />;
  if (!counts.data) return <Loading what="counts" />;
  const rows = counts.data.counts;
  const open = (id: number) => void navigate(`/parts/counts/${id}`);
  return (
    <div className="page">
      <div className="page-head">
        <h1>Counts</h1>
        <span className="grow" />
        {rows.length > 0 && <SaveCsv name="counts" columns={COLUMNS} rows={rows} />}
      </div>
      {mayCount && <Begin bins={counts.data.bins} onBegun={open} />}
      <section className="card" aria-label="Counts">
        {rows.length === 0 ? (
          <Empty title="Nothing was counted yet">
            Choose a bin: you count what lies there without seeing what should, and then post the differences.
          </Empty>
        ) : (
          <table className="list">
            <thead>
              <tr>
                <th>Bin</th>
                <th>Begun</th>
                <th className="right">Counted</th>
                <th>Posted</th>
                <th className="right">Difference</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((count) => (
                <tr
                  key={count.id}
                  className="open"
                  tabIndex={0}
                  onClick={() => open(count.id)}
                  onKeyDown={(event) => event.key === 'Enter' && open(count.id)}
                >
                  <td className="strong">{count.bin || 'without a bin'}</td>
                  <td>
                    {moment(count.startedAt, now)} <span className="soft">by {count.startedBy}</span>
                  </td>
                  <td className="right">
                    {count.counted} of {count.parts}
                  </td>
                  <td>{count.postedAt ? moment(count.postedAt, now) : <b>open</b>}</td>
                  <td className="right">{count.difference === null ? '' : amount(count.difference)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
    </div>
  );
}

function Begin({ bins, onBegun }: { bins: string[]; onBegun: (id: number) => void }) {
  const refresh = useRefresh();
  const [bin, setBin] = useState('');
  const list = useId();
  const refusal = useRefusal();
  const begin = () =>
    refusal.attempt(async () => {
      const begun = await unwrap(api.POST('/api/stock-counts', { body: { bin } }));
      await refresh(['stock', 'counts']);
      onBegun(begun.id);
    });
  return (
    <form
      className={`card row ${styles.bar}`}
      aria-label="Begin a count"

      onSubmit={(event) => {
        event.preventDefault();
        void begin();
      }}
    >
      <Labelled
        label="Bin, or how bins begin; empty for parts without one"
        value={bin}
        onText={setBin}
        list={list}
        problem={refusal.rest}
      />
      <datalist id={list}>
        {bins.map((one) => (
          <option key={one} value={one} />
        ))}
      </datalist>
      <Button type="submit" variant="contained">
        Begin count
      </Button>
    </form>
  );
}

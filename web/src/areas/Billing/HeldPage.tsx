import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount } from '../../lib/format';
import { useNow, useRefresh } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import { Period } from './Period';
import styles from './books.module.css';

type Held = Schemas['HeldView'];

const COLUMNS: CsvColumn<Held>[] = [
  ['Code', (row) => row.code],
  ['Name', (row) => row.name],
  ['Taxable', (row) => row.base],
  ['Exempt', (row) => row.exempt ?? ''],
  ['Not taxed', (row) => row.untaxed ?? ''],
  ['Charged', (row) => row.charged],
  ['Held', (row) => row.held],
];

/** Taxes by authority and fees held for others: what was charged in a period, what is held, and that it was remitted. */
export default function HeldPage() {
  const now = useNow();
  const [from, setFrom] = useState(`${now.slice(0, 8)}01`);
  const [through, setThrough] = useState(now.slice(0, 10));
  const [remitting, setRemitting] = useState<Held | null>(null);
  const page = useQuery({
    queryKey: ['books', 'held', from, through],
    queryFn: ({ signal }) => unwrap(api.GET('/api/books/held', { signal, params: { query: { from, through } } })),
  });
  if (page.error && !page.data) return <Failed error={page.error} again={() => void page.refetch()} />;
  if (!page.data) return <Loading what="taxes and fees" />;
  const { amounts, sales } = page.data;
  return (
    <div className="page">
      <div className="page-head">
        <h1>Taxes and fees held</h1>
        <Period from={from} through={through} onFrom={setFrom} onThrough={setThrough} />
        <span className="grow" />
        <span className="soft">{amount(sales)} sold in these days, without taxes, fees held and cores</span>
        {amounts.length > 0 && <SaveCsv name="taxes and fees held" columns={COLUMNS} rows={amounts} />}
      </div>
      {amounts.length === 0 ? (
        <Empty title="Nothing is held">Taxes and fees for others stand here once they are invoiced.</Empty>
      ) : (
        <section className="card" aria-label="Held for others">
          <table className={`list ${styles.figures}`}>
            <thead>
              <tr>
                <th>Code</th>
                <th>Name</th>
                <th className="right">Taxable</th>
                <th className="right">Exempt</th>
                <th className="right">Not taxed</th>
                <th className="right">Charged</th>
                <th className="right">Still held</th>
                <th aria-label="Remit" />
              </tr>
            </thead>
            <tbody>
              {amounts.map((row) => (
                <tr key={`${row.account}${row.code}`}>
                  <td>{row.code}</td>
                  <td>{row.name}</td>
                  <td className="right">{row.account === 'SalesTax' ? amount(row.base) : ''}</td>
                  <td className="right">{row.exempt === null ? '' : amount(row.exempt)}</td>
                  <td className="right">{row.untaxed === null ? '' : amount(row.untaxed)}</td>
                  <td className="right">{amount(row.charged)}</td>
                  <td className="right strong">{amount(row.held)}</td>
                  <td>
                    {row.held > 0 && (
                      <Button size="small" onClick={() => setRemitting(row)}>
                        Remit…
                      </Button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {remitting && (
            <Remit key={`${remitting.account}${remitting.code}`} row={remitting} through={through} onClose={() => setRemitting(null)} />
          )}
        </section>
      )}
    </div>
  );
}

function Remit({ row, through, onClose }: { row: Held; through: string; onClose: () => void }) {
  const [typed, setTyped] = useState('');
  const [reference, setReference] = useState('');
  const refusal = useRefusal('amount', 'reference');
  const refresh = useRefresh();
  const say = useSay();
  return (
    <form
      className={`row ${styles.pay}`}
      onSubmit={(event) => {
        event.preventDefault();
        void refusal.attempt(async () => {
          await unwrap(
            api.POST('/api/books/remittances', { body: { account: row.account, code: row.code, through, amount: typed, reference } }),
          );
          await refresh(['books']);
          say.done(`${row.code} is remitted.`);
          onClose();
        });
      }}
    >
      <span className={`strong ${styles.what}`}>Remit {row.name}</span>
      <Labelled
        label="Amount"
        value={typed}
        onText={setTyped}
        inputMode="decimal"
        hint={`all: ${amount(row.held)}`}
        problem={refusal.of('amount')}
        autoFocus
      />
      <Labelled label="Confirmation" value={reference} onText={setReference} problem={refusal.of('reference') ?? refusal.rest} />
      <Button type="submit" variant="contained">
        Remit
      </Button>
      <Button onClick={onClose}>Cancel</Button>
    </form>
  );
}

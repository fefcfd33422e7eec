import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, day } from '../../lib/format';
import { useMay, useNow } from '../../lib/shop';
import { Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import styles from './books.module.css';
import type { CsvColumn } from '../../lib/csv';
import { SaveCsv } from '../../ui/SaveCsv';

const MONTHS = 12;

const STATEMENT: CsvColumn<Schemas['StatementLineView']>[] = [
  ['Day', (row) => row.day],
  ['What', (row) => row.text],
  ['Amount', (row) => row.amount],
  ['Balance', (row) => row.balance],
];

function monthsBefore(now: string): string[] {
  const [year, month] = [Number(now.slice(0, 4)), Number(now.slice(5, 7))];
  return Array.from({ length: MONTHS }, (_, back) => new Date(Date.UTC(year, month - 1 - back, 1)).toISOString().slice(0, 10));
}

const named = (month: string) =>
  new Date(`${month}T00:00:00Z`).toLocaleDateString('en-US', { timeZone: 'UTC', month: 'long', year: 'numeric' });

/** The statement of a month: shown, printed, sent; with reminders of what is past due. */
export function StatementPart({ id, overdue }: { id: number; overdue: number }) {
  const now = useNow();
  const mayWrite = useMay('WriteToCustomers');
  const say = useSay();
  const months = monthsBefore(now);
  const [month, setMonth] = useState(months[0]!);
  const { data } = useQuery({
    queryKey: ['accounts', id, 'statement', month],
    queryFn: ({ signal }) => unwrap(api.GET('/api/accounts/{id}/statement', { signal, params: { path: { id }, query: { month } } })),
  });
  const send = (reminder: number) =>
    void unwrap(api.POST('/api/accounts/{id}/statement', { params: { path: { id } }, body: { month, reminder } })).then(
      (sent) => say.done(`${reminder ? 'The reminder' : 'The statement'} goes to ${sent.to}.`),
      say.refused,
    );
  return (
    <section className="card" aria-label="Statement">
      <header>
        <h2>Statement</h2>
        <select className="plain-select" aria-label="Month" value={month} onChange={(event) => setMonth(event.target.value)}>
          {months.map((one) => (
            <option key={one} value={one}>
              {named(one)}
            </option>
          ))}
        </select>
        <span className="grow" />
        {data && <SaveCsv name="statement" columns={STATEMENT} rows={data.lines} />}
        <Button href={`/api/accounts/${id}/statement.pdf?month=${month}`} target="_blank">
          PDF
        </Button>
        {mayWrite && (
          <Button variant="outlined" onClick={() => send(0)}>
            Email it
          </Button>
        )}
        {mayWrite && overdue > 0 && (
          <select className="plain-select" aria-label="Remind" value="" onChange={(event) => send(Number(event.target.value))}>
            <option value="" disabled>
              Remind…
            </option>
            <option value="1">first reminder</option>
            <option value="2">second reminder</option>
            <option value="3">last reminder</option>
          </select>
        )}
      </header>
      {!data ? (
        <Loading what="the statement" />
      ) : (
        <table className={`list ${styles.figures}`}>
          <tbody>
            <tr>
              <td colSpan={3} className="soft">
                Balance before
              </td>
              <td className="right">{amount(data.before)}</td>
            </tr>
            {data.lines.map((line, i) => (
              <tr key={i}>
                <td>{day(line.day, now)}</td>
                <td>{line.text}</td>
                <td className="right">{amount(line.amount)}</td>
                <td className="right">{amount(line.balance)}</td>
              </tr>
            ))}
            <tr>
              <td colSpan={3} className="strong">
                Balance after
              </td>
              <td className="right strong">{amount(data.after)}</td>
            </tr>
          </tbody>
        </table>
      )}
    </section>
  );
}

import Button from '@mui/material/Button';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, day } from '../../lib/format';
import { useNow, useRefresh } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { LabelledSelect } from '../../ui/LabelledSelect';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import { Period } from './Period';
import styles from './books.module.css';

type Balance = Schemas['BalanceView'];

/** Balances of all accounts through a day; debits equal credits. */
export default function TrialBalancePage() {
  const now = useNow();
  const [through, setThrough] = useState(now.slice(0, 10));
  const [naming, setNaming] = useState<Balance | null>(null);
  const page = useQuery({
    queryKey: ['books', 'balance', through],
    queryFn: ({ signal }) => unwrap(api.GET('/api/books/trial-balance', { signal, params: { query: { through } } })),
  });
  const check = useMutation({ mutationFn: () => unwrap(api.POST('/api/books/check')) });
  if (page.error && !page.data) return <Failed error={page.error} again={() => void page.refetch()} />;
  if (!page.data) return <Loading what="the books" />;
  const { accounts, debits, credits, lockedUntil } = page.data;
  const clearing = accounts.filter((a) => a.account === 'CardClearing' || a.account === 'Checks');
  return (
    <div className="page">
      <div className="page-head">
        <h1>Trial balance</h1>
        <Period through={through} onThrough={setThrough} />
        <span className="grow" />
        {check.data ? (
          <span className={check.data.length === 0 ? 'soft' : 'stop'} role="status">
            {check.data.length === 0 ? 'Checked: journal and documents agree.' : check.data[0]}
          </span>
        ) : (
          <Button disabled={check.isPending} onClick={() => check.mutate()}>
            {check.isPending ? 'Adding everything up…' : 'Check the books'}
          </Button>
        )}
        <a className="nowrap" href={`/api/books/trial-balance.csv?through=${through}`} download>
          Save as CSV
        </a>
      </div>
      <section className="card" aria-label="Balances">
        <table className={`list ${styles.figures}`}>
          <thead>
            <tr>
              <th>Account</th>
              <th>Name</th>
              <th className="right">Debit</th>
              <th className="right">Credit</th>
              <th aria-label="Change" />
            </tr>
          </thead>
          <tbody>
            {accounts.map((row) => (
              <tr key={`${row.account}${row.code}`}>
                <td>{row.number}</td>
                <td>
                  <Link to={`/billing/journal?account=${row.account}&code=${encodeURIComponent(row.code)}`}>{row.name}</Link>
                </td>
                <td className="right">{row.debit === 0 ? '' : amount(row.debit)}</td>
                <td className="right">{row.credit === 0 ? '' : amount(row.credit)}</td>
                <td>
                  <button className="linkish small" onClick={() => setNaming(row)}>
                    Rename
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr>
              <td colSpan={2} className="strong">
                Total
              </td>
              <td className="right strong">{amount(debits)}</td>
              <td className="right strong">{amount(credits)}</td>
              <td />
            </tr>
          </tfoot>
        </table>
      </section>
      {naming && <Naming key={`${naming.account}${naming.code}`} row={naming} onClose={() => setNaming(null)} />}
      <div className={styles.two}>
        <Lock until={lockedUntil} now={now} />
        {clearing.length > 0 && <Arrived rows={clearing} />}
      </div>
    </div>
  );
}

/** The shop's own number and name of an account. */
function Naming({ row, onClose }: { row: Balance; onClose: () => void }) {
  const [number, setNumber] = useState(row.number);
  const [name, setName] = useState(row.name);
  const refusal = useRefusal('number', 'name');
  const refresh = useRefresh();
  return (
    <section className="card" aria-label="Name of the account">
      <form
        className={`row ${styles.pay}`}
        onSubmit={(event) => {
          event.preventDefault();
          void refusal.attempt(async () => {
            await unwrap(api.POST('/api/books/accounts', { body: { account: row.account, code: row.code, number, name } }));
            await refresh(['books']);
            onClose();
          });
        }}
      >
        <Labelled label="Number" value={number} onText={setNumber} problem={refusal.of('number')} autoFocus />
        <div className="grow">
          <Labelled label="Name" value={name} onText={setName} problem={refusal.of('name')} />
        </div>
        <Button type="submit" variant="contained">
          Save
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </form>
    </section>
  );
}

/** Days that nothing is booked on any more. */
function Lock({ until, now }: { until: string | null; now: string }) {
  const [day_, setDay] = useState('');
  const refusal = useRefusal('until');
  const refresh = useRefresh();
  const say = useSay();
  const lock = (value: string) =>
    void refusal.attempt(async () => {
      await unwrap(api.POST('/api/books/lock', { body: { until: value } }));
      await refresh(['books']);
      say.done(value ? 'The books are locked.' : 'The books are open again.');
    });
  return (
    <section className="card" aria-label="Locked period">
      <header>
        <h2>Locked period</h2>
      </header>
      <div className={styles.body}>
        <p>{until ? `Nothing is booked through ${day(until, now)}.` : 'No day is locked.'}</p>
        <div className="row">
          <Labelled label="Lock through" type="date" value={day_} onText={setDay} problem={refusal.of('until') ?? refusal.rest} />
          <Button variant="outlined" disabled={!day_} onClick={() => lock(day_)}>
            Lock
          </Button>
          {until && <Button onClick={() => lock('')}>Unlock</Button>}
        </div>
      </div>
    </section>
  );
}

/** Card payments and checks that arrived at the bank. */
function Arrived({ rows }: { rows: readonly Balance[] }) {
  const [from, setFrom] = useState(rows[0]!.account);
  const [typed, setTyped] = useState('');
  const [reference, setReference] = useState('');
  const refusal = useRefusal('amount', 'reference');
  const refresh = useRefresh();
  const say = useSay();
  const row = rows.find((one) => one.account === from) ?? rows[0]!;
  return (
    <section className="card" aria-label="Arrived at the bank">
      <header>
        <h2>Arrived at the bank</h2>
      </header>
      <form
        className={`row ${styles.pay}`}
        onSubmit={(event) => {
          event.preventDefault();
          void refusal.attempt(async () => {
            await unwrap(api.POST('/api/books/transfers', { body: { from: row.account, amount: typed, reference } }));
            await refresh(['books']);
            say.done('Noted.');
            setTyped('');
            setReference('');
          });
        }}
      >
        <LabelledSelect label="From" value={row.account} choices={rows.map((one) => [one.account, one.name] as const)} onChange={setFrom} />
        <Labelled
          label="Amount"
          value={typed}
          onText={setTyped}
          inputMode="decimal"
          hint={`all: ${amount(row.debit)}`}
          problem={refusal.of('amount')}
        />
        <Labelled label="Bank's reference" value={reference} onText={setReference} problem={refusal.of('reference') ?? refusal.rest} />
        <Button type="submit" variant="outlined">
          Note it
        </Button>
      </form>
    </section>
  );
}

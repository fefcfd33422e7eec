import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, money, moment, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import styles from './books.module.css';
import type { CsvColumn } from '../../lib/csv';
import { SaveCsv } from '../../ui/SaveCsv';

const DRAWER_COUNTS: CsvColumn<Schemas['CountView']>[] = [
  ['When', (row) => row.at],
  ['What', (row) => (row.kind === 'Open' ? 'opened' : 'closed')],
  ['By', (row) => row.by],
  ['Expected', (row) => row.expected],
  ['Counted', (row) => row.counted],
  ['Over or short', (row) => row.difference],
  ['To the bank', (row) => row.banked],
  ['Left in it', (row) => row.left],
  ['Note', (row) => row.note],
];

/** The cash drawer: opened, counted and closed; what is over or short is said and booked. */
export default function DrawerPage() {
  const shop = useShop();
  const now = useNow();
  const page = useQuery({ queryKey: ['drawer'], queryFn: ({ signal }) => unwrap(api.GET('/api/drawer', { signal })) });
  if (page.error && !page.data) return <Failed error={page.error} again={() => void page.refetch()} />;
  if (!page.data || !shop) return <Loading what="the drawer" />;
  const { isOpen, expected, checks, moves, counts } = page.data;
  return (
    <div className="page">
      <div className="page-head">
        <h1>Cash drawer</h1>
        <span className="soft">{isOpen ? 'open' : 'closed'}</span>
      </div>
      <div className={styles.two}>
        <section className="card" aria-label="Count">
          <header>
            <h2>{isOpen ? 'Count and close' : 'Count and open'}</h2>
          </header>
          <div className={styles.body}>
            <span className="soft">Should be in it</span>
            <span className={styles.big}>{money(expected, shop.currency)}</span>
            {checks > 0 && <span className="soft">and checks of {amount(checks)}</span>}
            <Count key={String(isOpen)} isOpen={isOpen} checks={checks} />
          </div>
        </section>
        <section className="card" aria-label="Cash since then">
          <header>
            <h2>Cash since the last count</h2>
          </header>
          {moves.length === 0 ? (
            <Empty title="No cash since then">Cash for invoices and deposits stands here as it comes.</Empty>
          ) : (
            moves.map((move) => (
              <div className={`spread ${styles.row}`} key={`${move.at}${move.text}`}>
                <span>
                  {move.invoiceId ? <Link to={`/invoices/${move.invoiceId}`}>{move.text}</Link> : move.text}{' '}
                  <span className="soft small">{moment(wallTime(move.at, shop.timeZone), now)}</span>
                </span>
                <b>{amount(move.amount)}</b>
              </div>
            ))
          )}
        </section>
      </div>
      <Counts counts={counts} />
    </div>
  );
}

function Count({ isOpen, checks }: { isOpen: boolean; checks: number }) {
  const [counted, setCounted] = useState('');
  const [banked, setBanked] = useState('');
  const [note, setNote] = useState('');
  const [checksToBank, setChecksToBank] = useState(true);
  const refusal = useRefusal('counted', 'banked', 'note');
  const refresh = useRefresh();
  const say = useSay();
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    const body = { counted, banked, note, checksToBank: isOpen && checksToBank };
    void refusal.attempt(async () => {
      await unwrap(isOpen ? api.POST('/api/drawer/close', { body }) : api.POST('/api/drawer/open', { body }));
      await refresh(['drawer']);
      say.done(isOpen ? 'The drawer is closed.' : 'The drawer is open.');
    });
  };
  return (
    <form className={styles.form} onSubmit={submit}>
      <Labelled label="Counted" value={counted} onText={setCounted} inputMode="decimal" problem={refusal.of('counted')} autoFocus />
      <Labelled
        label={isOpen ? 'Goes to the bank' : 'Change brought from the bank, counted already'}
        value={banked}
        onText={setBanked}
        inputMode="decimal"
        problem={refusal.of('banked')}
      />
      {isOpen && checks > 0 && (
        <label className="row">
          <input type="checkbox" checked={checksToBank} onChange={(event) => setChecksToBank(event.target.checked)} />
          The checks go along, {amount(checks)}
        </label>
      )}
      <Labelled label="Note" value={note} onText={setNote} problem={refusal.of('note')} />
      {refusal.rest && (
        <span className="stop" role="alert">
          {refusal.rest}
        </span>
      )}
      <Button type="submit" variant="contained" disabled={!counted.trim()}>
        {isOpen ? 'Close the drawer' : 'Open the drawer'}
      </Button>
    </form>
  );
}

function Counts({ counts }: { counts: readonly Schemas['CountView'][] }) {
  const shop = useShop();
  const now = useNow();
  if (counts.length === 0 || !shop) return null;
  return (
    <section className="card" aria-label="Earlier counts">
      <header>
        <h2>Earlier counts</h2>
        <span className="grow" />
        <SaveCsv name="drawer-counts" columns={DRAWER_COUNTS} rows={counts} />
      </header>
      <table className={`list ${styles.figures}`}>
        <thead>
          <tr>
            <th>When</th>
            <th>By</th>
            <th className="right">Expected</th>
            <th className="right">Counted</th>
            <th className="right">Over, short</th>
            <th className="right">To the bank</th>
            <th className="right">Left in it</th>
            <th>Note</th>
          </tr>
        </thead>
        <tbody>
          {counts.map((count) => (
            <tr key={count.id}>
              <td>
                {count.kind === 'Open' ? 'opened' : 'closed'} {moment(wallTime(count.at, shop.timeZone), now)}
              </td>
              <td>{count.by}</td>
              <td className="right">{amount(count.expected)}</td>
              <td className="right">{amount(count.counted)}</td>
              <td className={`right ${count.difference === 0 ? 'soft' : 'stop'}`}>
                {count.difference === 0 ? 'right' : amount(count.difference)}
              </td>
              <td className="right">{count.banked === 0 ? '' : amount(count.banked)}</td>
              <td className="right">{amount(count.left)}</td>
              <td>{count.note}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

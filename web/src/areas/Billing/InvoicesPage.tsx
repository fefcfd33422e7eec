import Button from '@mui/material/Button';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, sentence, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount, day } from '../../lib/format';
import { useNow } from '../../lib/shop';
import { useDebouncedValue } from '../../lib/useDebouncedValue';
import { Empty, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { LabelledSelect } from '../../ui/LabelledSelect';
import { SavedViews } from '../../ui/SavedViews';
import { SaveCsv } from '../../ui/SaveCsv';
import styles from './books.module.css';

type Row = Schemas['InvoiceRow'];

const NONE = {
  numberFrom: '',
  numberTo: '',
  dayOf: '',
  from: '',
  through: '',
  amountFrom: '',
  amountTo: '',
  state: '',
  payer: '',
  text: '',
};
const STATES: readonly (readonly [string, string])[] = [
  ['', 'all'],
  ['open', 'something is owed'],
  ['overdue', 'past due'],
  ['paid', 'paid'],
  ['credited', 'credited in full'],
  ['memo', 'credit memos'],
];
const PAYERS: readonly (readonly [string, string])[] = [
  ['', 'anyone'],
  ['Customer', 'the customer'],
  ['Account', 'another account'],
  ['Shop', 'the shop itself'],
];
const DAYS: readonly (readonly [string, string])[] = [
  ['', 'posted'],
  ['opened', 'order opened'],
  ['paid', 'paid'],
];
const COLUMNS: CsvColumn<Row>[] = [
  ['Number', (row) => row.number],
  ['Kind', (row) => (row.kind === 'Invoice' ? 'invoice' : 'credit memo')],
  ['Payer', (row) => row.payer],
  ['Vehicle', (row) => row.vehicle],
  ['Posted', (row) => row.postedOn],
  ['Due', (row) => row.dueOn],
  ['Amount', (row) => row.due],
  ['Owed', (row) => row.balance],
];

const readSearch = (params: URLSearchParams) =>
  Object.fromEntries(Object.keys(NONE).map((field) => [field, params.get(field) ?? ''])) as typeof NONE;

/** Invoices and credit memos, found again by number, day, amount, state, payer and name. */
export default function InvoicesPage() {
  const now = useNow();
  const [params, setParams] = useSearchParams();
  const [search, setSearch] = useState(() => readSearch(params));
  const asked = useDebouncedValue(JSON.stringify(search), 250);
  // What the list is narrowed to is in its address, so that it can be kept under a name and sent to somebody.
  useEffect(() => {
    const narrowing = Object.entries(JSON.parse(asked) as typeof NONE).filter(([, value]) => value);
    setParams(Object.fromEntries(narrowing), { replace: true });
  }, [asked, setParams]);
  const page = useInfiniteQuery({
    queryKey: ['invoices', asked],
    queryFn: ({ signal, pageParam }) =>
      unwrap(api.GET('/api/invoices', { signal, params: { query: { ...(JSON.parse(asked) as typeof NONE), before: pageParam } } })),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (last) => last.before ?? undefined,
    placeholderData: (before) => before,
    retry: false,
  });
  const set = (field: keyof typeof NONE) => (value: string) => setSearch((before) => ({ ...before, [field]: value }));
  const narrowed = asked !== JSON.stringify(NONE);
  const rows = page.data?.pages.flatMap((one) => one.rows) ?? [];
  return (
    <div className="page">
      <div className="page-head">
        <h1>Invoices</h1>
        <span className="grow" />
        <SavedViews
          list="invoices"
          narrowed={narrowed}
          onOpen={(address) => setSearch(readSearch(new URL(address, location.origin).searchParams))}
        />
        {rows.length > 0 && (
          <a
            className="nowrap"
            href={`/api/invoices/found.pdf?${new URLSearchParams(JSON.parse(asked) as typeof NONE)}`}
            target="_blank"
            rel="noreferrer"
          >
            Print all that are found
          </a>
        )}
        {rows.length > 0 && <SaveCsv name="invoices" columns={COLUMNS} rows={rows} />}
      </div>
      <section className={`card ${styles.filters}`} aria-label="Narrow the list">
        <Labelled label="Name" value={search.text} onText={set('text')} autoFocus />
        <Labelled label="Number from" value={search.numberFrom} onText={set('numberFrom')} inputMode="numeric" />
        <Labelled label="to" value={search.numberTo} onText={set('numberTo')} inputMode="numeric" />
        <LabelledSelect label="Day it was" value={search.dayOf} choices={DAYS} onChange={set('dayOf')} />
        <Labelled label="From" type="date" value={search.from} onText={set('from')} />
        <Labelled label="through" type="date" value={search.through} onText={set('through')} />
        <Labelled label="Amount from" value={search.amountFrom} onText={set('amountFrom')} inputMode="decimal" />
        <Labelled label="up to" value={search.amountTo} onText={set('amountTo')} inputMode="decimal" />
        <LabelledSelect label="State" value={search.state} choices={STATES} onChange={set('state')} />
        <LabelledSelect label="Paid by" value={search.payer} choices={PAYERS} onChange={set('payer')} />
        {narrowed && <Button onClick={() => setSearch(NONE)}>Clear</Button>}
      </section>
      {page.error ? (
        <div className="notice stop" role="alert">
          {sentence(page.error)}
        </div>
      ) : !page.data ? (
        <Loading what="invoices" />
      ) : rows.length === 0 ? (
        <Empty title="No invoice like that">Take one of the limits off, or look for a repair order instead.</Empty>
      ) : (
        <section className="card" aria-label="Invoices">
          <table className={`list ${styles.figures}`}>
            <thead>
              <tr>
                <th>Number</th>
                <th>Payer</th>
                <th>Vehicle</th>
                <th>Posted</th>
                <th>Due</th>
                <th className="right">Amount</th>
                <th className="right">Owed</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={row.id}>
                  <td>
                    <Link to={`/invoices/${row.id}`}>{row.number}</Link>
                    {row.kind === 'CreditNote' && <span className="soft small"> credit memo</span>}
                    {row.reversed && <span className="soft small"> credited</span>}
                  </td>
                  <td>{row.payer}</td>
                  <td>{row.vehicle}</td>
                  <td>{day(row.postedOn, now)}</td>
                  <td className={row.balance > 0 && row.dueOn < now.slice(0, 10) ? 'stop' : ''}>{day(row.dueOn, now)}</td>
                  <td className="right">{amount(row.due)}</td>
                  <td className="right strong">{row.balance === 0 ? '' : amount(row.balance)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {page.hasNextPage && (
            <div className={styles.row}>
              <Button disabled={page.isFetchingNextPage} onClick={() => void page.fetchNextPage()}>
                {page.isFetchingNextPage ? 'Reading…' : 'Earlier ones'}
              </Button>
            </div>
          )}
        </section>
      )}
      {narrowed && !search.state && !search.payer && <Former asked={asked} />}
    </div>
  );
}

const FORMER: CsvColumn<Schemas['FormerInvoiceRow']>[] = [
  ['Number', (row) => row.number],
  ['Customer', (row) => row.customer],
  ['What', (row) => row.title],
  ['Day', (row) => row.on],
  ['Total', (row) => row.total],
];

/** What the same search finds among the invoices of the software that the shop used before. */
function Former({ asked }: { asked: string }) {
  const now = useNow();
  const found = useQuery({
    queryKey: ['former-invoices', asked],
    queryFn: ({ signal }) => unwrap(api.GET('/api/invoices/former', { signal, params: { query: JSON.parse(asked) as typeof NONE } })),
    placeholderData: (before) => before,
    retry: false,
  });
  if (!found.data?.rows.length) return null;
  return (
    <section className="card" aria-label="Imported invoices">
      <header>
        <h2>From the previous software</h2>
        <span className="soft">
          {found.data.more ? 'the latest 100; narrow the search for earlier ones' : 'not in the books of this shop'}
        </span>
        <span className="grow" />
        <SaveCsv name="imported-invoices" columns={FORMER} rows={found.data.rows} />
      </header>
      <table className={`list ${styles.figures}`}>
        <tbody>
          {found.data.rows.map((row) => (
            <tr key={row.id}>
              <td>
                <Link to={`/formerOrders/${row.id}`}>{row.number}</Link>
              </td>
              <td>{row.customer}</td>
              <td>{row.title}</td>
              <td>{day(row.on, now)}</td>
              <td className="right">{amount(row.total)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

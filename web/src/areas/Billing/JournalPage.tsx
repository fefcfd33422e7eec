import Button from '@mui/material/Button';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, day } from '../../lib/format';
import { useNow } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Period } from './Period';
import styles from './books.module.css';

type Entry = Schemas['JournalEntryView'];

function documentOf(entry: Entry): string | null {
  return entry.documentId && (entry.event === 'Invoice' || entry.event === 'CreditNote') ? `/invoices/${entry.documentId}` : null;
}

/** The journal of some days, the latest first. */
export default function JournalPage() {
  const now = useNow();
  const [query, setQuery] = useSearchParams();
  const [from, setFrom] = useState(`${now.slice(0, 8)}01`);
  const [through, setThrough] = useState(now.slice(0, 10));
  const account = (query.get('account') ?? undefined) as Schemas['LedgerAccount'] | undefined;
  const code = query.get('code') ?? undefined;
  const page = useInfiniteQuery({
    queryKey: ['books', 'journal', from, through, account, code],
    queryFn: ({ signal, pageParam }) =>
      unwrap(api.GET('/api/books/journal', { signal, params: { query: { from, through, account, code, before: pageParam } } })),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (last) => last.before ?? undefined,
  });
  if (page.error && !page.data) return <Failed error={page.error} again={() => void page.refetch()} />;
  if (!page.data) return <Loading what="the journal" />;
  const entries = page.data.pages.flatMap((one) => one.entries);
  return (
    <div className="page">
      <div className="page-head">
        <h1>Journal</h1>
        <Period from={from} through={through} onFrom={setFrom} onThrough={setThrough} />
        {account && (
          <button className="linkish" onClick={() => setQuery({})}>
            one account only ×
          </button>
        )}
        <span className="grow" />
        <span className="soft">{amount(page.data.pages[0]!.debits)} debited and credited</span>
        <a className="nowrap" href={`/api/books/journal.csv?from=${from}&through=${through}`} download>
          Save as CSV
        </a>
      </div>
      {entries.length === 0 ? (
        <Empty title="Nothing was booked on these days">Invoices, payments, receipts and counts book themselves.</Empty>
      ) : (
        <section className="card" aria-label="Entries">
          <table className={`list ${styles.figures}`}>
            <thead>
              <tr>
                <th>Day</th>
                <th>Account</th>
                <th>Name</th>
                <th className="right">Debit</th>
                <th className="right">Credit</th>
              </tr>
            </thead>
            <tbody>
              {entries.map((entry) => (
                <EntryRows key={entry.id} entry={entry} now={now} />
              ))}
            </tbody>
          </table>
          {page.hasNextPage && (
            <div className={styles.row}>
              <Button disabled={page.isFetchingNextPage} onClick={() => void page.fetchNextPage()}>
                {page.isFetchingNextPage ? 'Reading…' : 'Earlier entries'}
              </Button>
            </div>
          )}
        </section>
      )}
    </div>
  );
}

function EntryRows({ entry, now }: { entry: Entry; now: string }) {
  const to = documentOf(entry);
  return (
    <>
      <tr>
        <td className="strong">{day(entry.day, now)}</td>
        <td colSpan={2}>
          {to ? <Link to={to}>{entry.text}</Link> : entry.text} <span className="soft small">{entry.by}</span>
        </td>
        <td />
        <td />
      </tr>
      {entry.lines.map((line, i) => (
        <tr key={i}>
          <td />
          <td>{line.number}</td>
          <td className={line.credit > 0 ? styles.line : ''}>{line.name}</td>
          <td className="right">{line.debit === 0 ? '' : amount(line.debit)}</td>
          <td className="right">{line.credit === 0 ? '' : amount(line.credit)}</td>
        </tr>
      ))}
    </>
  );
}

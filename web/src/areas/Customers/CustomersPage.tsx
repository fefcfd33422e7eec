import { useInfiniteQuery } from '@tanstack/react-query';
import { useDeferredValue, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { everyPage, type CsvColumn } from '../../lib/csv';
import { day, wallTime } from '../../lib/format';
import { useKeys } from '../../lib/keys';
import { useNow, useShop } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import '../../ui/records.css';

const COLUMNS: CsvColumn<Schemas['CustomerListRow']>[] = [
  ['Name', (row) => row.name],
  ['Business', (row) => row.isBusiness],
  ['Phone', (row) => row.phone],
  ['Vehicles', (row) => row.cars],
  ['Visits', (row) => row.visits],
  ['Last visit (UTC)', (row) => row.lastVisit],
  ['Alert', (row) => row.alert],
];

/** Everybody on file, by name. */
export default function CustomersPage() {
  const [text, setText] = useState('');
  const words = useDeferredValue(text.trim());
  const shop = useShop();
  const now = useNow();
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const list = useRef<HTMLTableSectionElement>(null);
  const page = (after: string) => unwrap(api.GET('/api/customers', { params: { query: { q: words, ...(after ? { after } : {}) } } }));
  const customers = useInfiniteQuery({
    queryKey: ['customers', words],
    queryFn: ({ pageParam }) => page(pageParam),
    initialPageParam: '',
    getNextPageParam: (last) => last.next ?? undefined,
    placeholderData: (before) => before,
  });
  const rows = customers.data?.pages.flatMap((page) => page.rows) ?? [];
  useKeys('Customers', [{ key: 'F', label: 'Search customers', run: () => input.current?.focus() }]);
  const step = (from: EventTarget & HTMLElement, by: number) => {
    const links = [...(list.current?.querySelectorAll<HTMLElement>('a') ?? [])];
    (links[links.indexOf(from) + by] ?? (by < 0 ? input.current : null))?.focus();
  };
  return (
    <div className="page">
      <div className="page-head">
        <h1>Customers</h1>
        <input
          ref={input}
          className="page-search"
          aria-label="Search customers"
          placeholder="Name, phone, contact, email… (F)"
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'ArrowDown') {
              event.preventDefault();
              list.current?.querySelector<HTMLElement>('a')?.focus();
            } else if (event.key === 'Enter' && rows[0]) void navigate(`/customers/${rows[0].id}`);
          }}
        />
        {rows.length > 0 && <SaveCsv name="customers" columns={COLUMNS} rows={(onCount) => everyPage('', page, onCount)} />}
      </div>
      <section className="card">
        {customers.error && !customers.data ? (
          <Failed error={customers.error} again={() => void customers.refetch()} />
        ) : !customers.data ? (
          <Loading what="customers" />
        ) : rows.length === 0 ? (
          <Empty title={words ? `No match for "${words}"` : 'No customers yet'}>Press N to start a write-up; that adds the customer.</Empty>
        ) : (
          <table className="list">
            <thead>
              <tr>
                <th>Name</th>
                <th>Phone</th>
                <th className="right">Vehicles</th>
                <th className="right">Visits</th>
                <th>Last visit</th>
                <th>Alert</th>
              </tr>
            </thead>
            <tbody ref={list}>
              {rows.map((row) => (
                <tr key={row.id}>
                  <td>
                    <Link
                      to={`/customers/${row.id}`}
                      onKeyDown={(event) => {
                        if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
                        event.preventDefault();
                        step(event.currentTarget, event.key === 'ArrowDown' ? 1 : -1);
                      }}
                    >
                      {row.name}
                    </Link>
                    {row.isBusiness && <span className="soft small"> business</span>}
                  </td>
                  <td className="nowrap">{row.phone}</td>
                  <td className="right">{row.cars || ''}</td>
                  <td className="right">{row.visits || ''}</td>
                  <td className="nowrap">
                    {row.lastVisit && shop ? day(wallTime(row.lastVisit, shop.timeZone), now) : <span className="soft">never</span>}
                  </td>
                  <td>
                    {row.doNotServe && <span className="stop strong">Do not serve: {row.doNotServe} </span>}
                    {row.alert}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {customers.hasNextPage && (
          <button className="linkish more-rows" onClick={() => void customers.fetchNextPage()} disabled={customers.isFetchingNextPage}>
            {customers.isFetchingNextPage ? 'Loading…' : 'Load more customers'}
          </button>
        )}
      </section>
    </div>
  );
}

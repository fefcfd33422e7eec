import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { everyPage, type CsvColumn } from '../../lib/csv';
import { amount, day, reading, wallTime } from '../../lib/format';
import { useNow, useShop } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Part } from '../../ui/Fields';
import { SaveCsv } from '../../ui/SaveCsv';

const COLUMNS: CsvColumn<Schemas['HistoryRow']>[] = [
  ['Order', (row) => row.number],
  ['Date (UTC)', (row) => row.at],
  ['Plate', (row) => row.plate],
  ['Vehicle', (row) => row.vehicle],
  ['Odometer', (row) => row.odometer],
  ['Concern', (row) => row.complaint],
  ['Jobs', (row) => row.jobs.map((job) => (job.decision === 'Approved' ? job.title : `${job.title} (${job.decisionText})`)).join('; ')],
  ['Total', (row) => row.total],
];

/** What was done before, newest first, searched by words in it. */
export function HistoryList({ of, id }: { of: 'customers' | 'vehicles'; id: number }) {
  const [text, setText] = useState('');
  const words = useDeferredValue(text.trim());
  const shop = useShop();
  const now = useNow();
  const page = (before: number) => {
    const params = { path: { id }, query: { q: words, ...(before ? { before } : {}) } };
    return unwrap(
      of === 'customers' ? api.GET('/api/customers/{id}/history', { params }) : api.GET('/api/vehicles/{id}/history', { params }),
    );
  };
  const history = useInfiniteQuery({
    queryKey: [of === 'customers' ? 'customer' : 'vehicle', id, 'history', words],
    queryFn: ({ pageParam }) => page(pageParam),
    initialPageParam: 0,
    getNextPageParam: (last) => last.next ?? undefined,
    placeholderData: (before) => before,
  });
  const former = useQuery({
    queryKey: [of === 'customers' ? 'customer' : 'vehicle', id, 'former', words],
    queryFn: ({ signal }) => {
      const params = { path: { id }, query: { q: words } };
      return unwrap(
        of === 'customers'
          ? api.GET('/api/customers/{id}/former-orders', { signal, params })
          : api.GET('/api/vehicles/{id}/former-orders', { params }),
      );
    },
    placeholderData: (before) => before,
  });
  const old = former.data ?? [];
  const rows = history.data?.pages.flatMap((page) => page.rows) ?? [];
  return (
    <Part
      title="Service history"
      aside={
        <span className="row">
          {rows.length > 0 && <SaveCsv name="service history" columns={COLUMNS} rows={(onCount) => everyPage(0, page, onCount)} />}
          <input
            className="part-search"
            aria-label="Search the history"
            placeholder="Search: brake, hose, noise…"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </span>
      }
    >
      {history.error && !history.data ? (
        <Failed error={history.error} again={() => void history.refetch()} />
      ) : !history.data ? (
        <Loading what="the history" />
      ) : rows.length === 0 && old.length > 0 ? null : rows.length === 0 ? (
        <Empty title={words ? 'No matches' : 'No visits yet'}>
          {words ? 'Try fewer or different words.' : 'Each visit will be listed here.'}
        </Empty>
      ) : (
        <table className="list history">
          <tbody>
            {rows.map((row) => (
              <tr key={row.orderId}>
                <td className="nowrap">
                  <Link to={`/orders/${row.orderId}`}>{row.number}</Link>
                  <div className="soft small">{shop && day(wallTime(row.at, shop.timeZone), now)}</div>
                </td>
                <td className="nowrap">
                  {of === 'customers' && row.plate && <Plate text={row.plate} />}
                  <div className="soft small">
                    {row.odometer !== null && shop ? reading(row.odometer, shop.distanceUnit) : of === 'customers' ? row.vehicle : ''}
                  </div>
                </td>
                <td>
                  {row.jobs.map((job, i) => (
                    <div key={i} className={job.decision === 'Declined' || job.decision === 'Deferred' ? 'soft' : ''}>
                      {job.title}
                      {job.decision !== 'Approved' && <span className="small"> ({job.decisionText})</span>}
                      {job.cameBackOn !== null && <b className="small"> came back on {job.cameBackOn}</b>}
                    </div>
                  ))}
                  {row.complaint && <div className="soft small">“{row.complaint}”</div>}
                </td>
                <td className="right nowrap">
                  {amount(row.total)}
                  {row.state === 'Open' && <div className="small strong">open</div>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {history.hasNextPage && (
        <button className="linkish" onClick={() => void history.fetchNextPage()}>
          Load earlier visits
        </button>
      )}
      {old.length > 0 && (
        <>
          <h3 className="part-sub">Imported from previous software</h3>
          <table className="list history">
            <tbody>
              {old.map((row) => (
                <tr key={row.id}>
                  <td className="nowrap">
                    <Link to={`/formerOrders/${row.id}`}>{row.number}</Link>
                    <div className="soft small">{day(row.on, now)}</div>
                  </td>
                  <td className="soft small nowrap">{row.odometer !== null && shop ? reading(row.odometer, shop.distanceUnit) : ''}</td>
                  <td>{row.title}</td>
                  <td className="right nowrap">{amount(row.total)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </Part>
  );
}

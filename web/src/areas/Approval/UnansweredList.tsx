import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { api, unlessKept, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount, day, wallTime } from '../../lib/format';
import { useNow, useShop } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';

const COLUMNS: CsvColumn<Schemas['UnansweredEstimateRow']>[] = [
  ['Order', (row) => row.number],
  ['Plate', (row) => row.plate],
  ['Customer', (row) => row.customer],
  ['Vehicle', (row) => row.vehicle],
  ['Days', (row) => row.days],
  ['Sent (UTC)', (row) => row.sentAt],
  ['Opened (UTC)', (row) => row.seenAt],
  ['Prices good until', (row) => row.validUntil],
  ['Jobs unanswered', (row) => row.jobs],
  ['Before tax', (row) => row.open],
];

/** Estimates that wait for an answer, the oldest first, with their age and how long their prices hold. */
export function UnansweredList({ text }: { text: string }) {
  const navigate = useNavigate();
  const shop = useShop();
  const now = useNow();
  const client = useQueryClient();
  const list = useQuery({
    queryKey: ['orders', 'unanswered'],
    queryFn: ({ signal }) =>
      unlessKept(client, ['orders', 'unanswered'], (headers) => api.GET('/api/estimates/unanswered', { signal, headers })),
  });
  if (list.error && !list.data) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!list.data) return <Loading what="estimates" />;
  const words = text.toLowerCase().split(' ').filter(Boolean);
  const rows = list.data.filter((row) =>
    words.every((word) => `${row.number} ${row.customer} ${row.vehicle} ${row.plate}`.toLowerCase().includes(word)),
  );
  if (list.data.length === 0) return <Empty title="No estimates waiting">Estimates waiting for an answer appear here, oldest first.</Empty>;
  const when = (utc: string) => (shop ? day(wallTime(utc, shop.timeZone), now) : '');
  return (
    <div className="card">
      <header>
        <span className="grow" />
        <SaveCsv name="estimates waiting for approval" columns={COLUMNS} rows={rows} />
      </header>
      <table className="list">
        <thead>
          <tr>
            <th>Order</th>
            <th>Plate</th>
            <th>Customer</th>
            <th>Age</th>
            <th>Sent</th>
            <th>Prices good until</th>
            <th>Jobs unanswered</th>
            <th className="right">Before tax</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr
              key={row.orderId}
              className="open"
              tabIndex={0}
              onClick={() => void navigate(`/orders/${row.orderId}`)}
              onKeyDown={(event) => event.key === 'Enter' && void navigate(`/orders/${row.orderId}`)}
            >
              <td className="strong">{row.number}</td>
              <td>{row.plate ? <Plate text={row.plate} /> : <span className="soft">no vehicle</span>}</td>
              <td>
                {row.customer} <span className="soft">{row.vehicle}</span>
              </td>
              <td className="nowrap">{row.days === 0 ? 'today' : row.days === 1 ? '1 day' : `${row.days} days`}</td>
              <td className="nowrap">
                {row.sentAt ? when(row.sentAt) : <span className="soft">not sent</span>}
                {row.seenAt ? <span className="soft">, opened</span> : null}
              </td>
              <td className={`nowrap ${row.expired ? 'stop strong' : ''}`}>
                {day(`${row.validUntil}T00:00:00`, now)}
                {row.expired ? ', expired' : ''}
              </td>
              <td>{row.jobs === 1 ? '1 job' : `${row.jobs} jobs`}</td>
              <td className="right">{amount(row.open)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

import Button from '@mui/material/Button';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { everyPage, type CsvColumn } from '../../lib/csv';
import { amount, day, wallTime } from '../../lib/format';
import { useNow, useShop } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import { SaveCsv } from '../../ui/SaveCsv';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { UnansweredList } from '../Approval/UnansweredList';
import './sheet/orders.css';
import styles from './OrdersPage.module.css';

/** What an order without an invoice is called. */
const STATES: Record<Schemas['OrderState'], string> = { Open: 'Open', Posted: 'Invoiced', Ended: 'Ended', Voided: 'Void' };

const COLUMNS: CsvColumn<Schemas['OrderListRow']>[] = [
  ['Order', (row) => row.number],
  ['Plate', (row) => row.plate],
  ['Customer', (row) => row.customer],
  ['Vehicle', (row) => row.vehicle],
  ['Work', (row) => row.title],
  ['Opened (UTC)', (row) => row.openedAt],
  ['Status', (row) => STATES[row.state]],
  ['Invoice', (row) => row.invoiceNumber],
  ['Total', (row) => row.total],
];

type State = 'all' | 'unanswered' | Schemas['OrderState'];

/** Find any order, ever. */
export default function OrdersPage() {
  const [text, setText] = useState('');
  const [state, setState] = useState<State>(useSearchParams()[0].get('state') === 'unanswered' ? 'unanswered' : 'all');
  const navigate = useNavigate();
  const shop = useShop();
  const now = useNow();
  const page = (before: number | null) =>
    unwrap(
      api.GET('/api/orders', {
        params: {
          query: {
            q: text.trim() || undefined,
            state: state === 'all' || state === 'unanswered' ? undefined : state,
            before: before ?? undefined,
          },
        },
      }),
    );
  const orders = useInfiniteQuery({
    queryKey: ['orders', text.trim(), state],
    queryFn: ({ pageParam }) => page(pageParam),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => page.next,
    placeholderData: (before) => before,
  });
  const rows = orders.data?.pages.flatMap((page) => page.rows) ?? [];
  const when = (utc: string) => (shop ? day(wallTime(utc, shop.timeZone), now) : '');
  return (
    <div className="page">
      <div className="page-head">
        <h1>Repair orders</h1>
        <div className={`labelled ${styles.search}`}>
          <input
            autoFocus
            aria-label="Search repair orders"
            placeholder="Name, phone, plate, repair order or invoice number…"
            value={text}
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && rows[0] && void navigate(`/orders/${rows[0].id}`)}
          />
        </div>
        <SegmentedControl
          label="Status"
          value={state}
          onChange={setState}
          choices={[
            ['all', 'All'],
            ['Open', 'Open'],
            ['Posted', 'Invoiced'],
            ['Ended', 'Ended'],
            ['Voided', 'Void'],
            ['unanswered', 'Waiting for approval'],
          ]}
        />
        {state !== 'unanswered' && rows.length > 0 && (
          <SaveCsv name="repair orders" columns={COLUMNS} rows={(onCount) => everyPage(null as number | null, page, onCount)} />
        )}
      </div>
      {state === 'unanswered' ? (
        <UnansweredList text={text} />
      ) : orders.error && !orders.data ? (
        <Failed error={orders.error} again={() => void orders.refetch()} />
      ) : !orders.data ? (
        <Loading what="orders" />
      ) : rows.length === 0 ? (
        <Empty title={text ? `No match for "${text}"` : 'No orders yet'}>
          {text ? 'Try part of the name, the plate or the last digits of the phone number.' : 'Press N to write up the first car.'}
        </Empty>
      ) : (
        <div className="card">
          <table className="list">
            <thead>
              <tr>
                <th>Order</th>
                <th>Plate</th>
                <th>Customer</th>
                <th>Work</th>
                <th>Opened</th>
                <th>Status</th>
                <th className="right">Total</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr
                  key={row.id}
                  className="open"
                  tabIndex={0}
                  onClick={() => void navigate(`/orders/${row.id}`)}
                  onKeyDown={(event) => event.key === 'Enter' && void navigate(`/orders/${row.id}`)}
                >
                  <td className="strong">{row.number}</td>
                  <td>{row.plate ? <Plate text={row.plate} /> : <span className="soft">{row.vehicle}</span>}</td>
                  <td>
                    {row.customer} <span className="soft">{row.plate && row.vehicle}</span>
                  </td>
                  <td className={`clip ${styles.title}`}>{row.title}</td>
                  <td className="nowrap">{when(row.openedAt)}</td>
                  <td className="nowrap">
                    {row.state === 'Open' ? <b>Open</b> : row.invoiceNumber !== null ? `Invoice ${row.invoiceNumber}` : STATES[row.state]}
                  </td>
                  <td className="right">{amount(row.total)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {state !== 'unanswered' && orders.hasNextPage && (
        <div>
          <Button variant="outlined" onClick={() => void orders.fetchNextPage()} disabled={orders.isFetchingNextPage}>
            {orders.isFetchingNextPage ? 'Loading older orders…' : 'Load older orders'}
          </Button>
        </div>
      )}
    </div>
  );
}

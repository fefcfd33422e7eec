import Button from '@mui/material/Button';
import { useInfiniteQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { everyPage, type CsvColumn } from '../../lib/csv';
import { moment, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import styles from './NoticesPage.module.css';

type Row = Schemas['NoticeRow'];

const page = (before: number | null) => unwrap(api.GET('/api/notices/all', { params: { query: { before: before ?? undefined } } }));

const COLUMNS: CsvColumn<Row>[] = [
  ['When (UTC)', (row) => row.at],
  ['What happened', (row) => row.text],
  ['Repair order', (row) => row.orderNumber],
  ['Status', (row) => row.orderStatus],
  ['Read by', (row) => row.readBy],
];

/** Every update, the newest first: what happened, who read it, and where its repair order stands now. */
export default function NoticesPage() {
  const refresh = useRefresh();
  const say = useSay();
  const list = useInfiniteQuery({
    queryKey: ['notices', 'all'],
    queryFn: ({ pageParam }) => page(pageParam),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => page.next,
  });
  if (list.error && !list.data) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!list.data) return <Loading what="updates" />;
  const rows = list.data.pages.flatMap((page) => page.rows);
  const unread = list.data.pages[0]?.unread ?? 0;
  const renew = () => refresh(['notices']);
  const read = (id: number) => void unwrap(api.POST('/api/notices/{id}/seen', { params: { path: { id } } })).then(renew, say.refused);
  const readAll = () => void unwrap(api.POST('/api/notices/read-all', { body: { upTo: rows[0]!.id } })).then(renew, say.refused);
  return (
    <div className="page">
      <div className="page-head">
        <h1>Updates</h1>
        <span className="soft">{unread === 0 ? 'All read.' : `${unread} unread`}</span>
        <span className="grow" />
        {rows.length > 0 && (
          <SaveCsv name="updates" columns={COLUMNS} rows={(onCount) => everyPage(null as number | null, page, onCount)} />
        )}
        {unread > 0 && (
          <Button variant="outlined" onClick={readAll}>
            Mark all as read
          </Button>
        )}
      </div>
      {rows.length === 0 ? (
        <Empty title="No updates yet">
          When a customer answers an estimate, asks a question or texts back, or a message is not delivered, it is listed here.
        </Empty>
      ) : (
        <table className={`list ${styles.list}`}>
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">What happened</th>
              <th scope="col">Repair order</th>
              <th scope="col">Read</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <NoticeLine key={row.id} row={row} onRead={() => read(row.id)} />
            ))}
          </tbody>
        </table>
      )}
      {list.hasNextPage && (
        <Button disabled={list.isFetchingNextPage} onClick={() => void list.fetchNextPage()}>
          {list.isFetchingNextPage ? 'Loading…' : 'Load older updates'}
        </Button>
      )}
    </div>
  );
}

function NoticeLine({ row, onRead }: { row: Row; onRead: () => void }) {
  const shop = useShop();
  const now = useNow();
  const when = (at: string) => (shop ? moment(wallTime(at, shop.timeZone), now) : '');
  return (
    <tr className={row.readAt ? '' : styles.unread}>
      <td className="nowrap">{when(row.at)}</td>
      <td>
        {row.text} {row.address && <Link to={`/unknown-senders?from=${encodeURIComponent(row.address)}`}>Read the message</Link>}
      </td>
      <td className="nowrap">
        {row.orderId !== null && (
          <>
            <Link to={`/orders/${row.orderId}`}>{row.orderNumber}</Link> <span className="soft">{row.orderStatus}</span>
          </>
        )}
      </td>
      <td className="nowrap">
        {row.readAt ? (
          <span className="soft">
            {row.readBy}, {when(row.readAt)}
          </span>
        ) : (
          <button className="linkish" aria-label={`Mark as read: ${row.text}`} onClick={onRead}>
            Mark as read
          </button>
        )}
      </td>
    </tr>
  );
}

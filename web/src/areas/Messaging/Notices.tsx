import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { api, unlessKept, unwrap } from '../../lib/api';
import { clock, wallTime } from '../../lib/format';
import { useMay, useRefresh, useShop } from '../../lib/shop';
import './notices.css';

/** What happened by itself: a customer answered, asked, wrote. A press leads to the order. */
export function Notices() {
  const may = useMay('SeeOrders');
  const navigate = useNavigate();
  const refresh = useRefresh();
  const shop = useShop();
  const client = useQueryClient();
  const { data: notices = [] } = useQuery({
    queryKey: ['notices'],
    queryFn: ({ signal }) => unlessKept(client, ['notices'], (headers) => api.GET('/api/notices', { signal, headers })),
    enabled: may,
  });
  if (notices.length === 0) return null;
  const seen = (id: number) =>
    unwrap(api.POST('/api/notices/{id}/seen', { params: { path: { id } } })).then(
      () => refresh(['notices']),
      () => undefined,
    );
  return (
    <section className="notices" aria-label="Customer updates" aria-live="polite">
      {notices.slice(0, 3).map((notice) => (
        <div key={notice.id}>
          <button
            className="what"
            onClick={() => {
              void seen(notice.id);
              if (notice.orderId) void navigate(`/orders/${notice.orderId}`);
              else if (notice.address) void navigate(`/unknown-senders?from=${encodeURIComponent(notice.address)}`);
            }}
          >
            <span className="soft nowrap">{shop ? clock(wallTime(notice.at, shop.timeZone)) : ''}</span>{' '}
            <span className="clip">{notice.text}</span>
          </button>
          <button className="linkish nowrap" aria-label={`Seen: ${notice.text}`} onClick={() => void seen(notice.id)}>
            Mark as read
          </button>
        </div>
      ))}
      <span className="grow" />
      <Link className="nowrap" to="/updates">
        {notices.length > 3 ? `All updates, ${notices.length - 3} more unread` : 'All updates'}
      </Link>
    </section>
  );
}

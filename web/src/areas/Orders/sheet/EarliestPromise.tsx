import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../../lib/api';
import { moment } from '../../../lib/format';
import { useActions, useHeader } from '../../../lib/order/useSheet';
import { useNow } from '../../../lib/shop';
import { useSay } from '../../../ui/Toasts';

/** Where what is promised can't be kept, or nothing is promised: the earliest time that can. One click promises it. */
export function EarliestPromise({ promise }: { promise: (text: string) => Promise<unknown> }) {
  const { orderId, closed } = useActions();
  const head = useHeader();
  const now = useNow();
  const say = useSay();
  const honest = useQuery({
    queryKey: ['order', orderId, 'promise', head.promisedAt],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/promise', { signal, params: { path: { id: orderId } } })),
    enabled: !closed,
    staleTime: 30_000,
  }).data;
  if (closed || !honest?.promisedAt || (honest.holds && head.promisedAt)) return null;
  const at = honest.promisedAt;
  return (
    <button className="linkish nowrap" title={honest.why} onClick={() => void promise(at).catch(say.refused)}>
      {head.promisedAt ? 'Can keep' : 'Earliest'} {moment(at, now)}
    </button>
  );
}

import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../../lib/api';
import { moment } from '../../../lib/format';
import { useActions, useHeader } from '../../../lib/order/useSheet';
import { useMay, useNow } from '../../../lib/shop';
import { useSay } from '../../../ui/Toasts';

/** Where what is promised can't be kept, or nothing is promised: the earliest time that can. One click promises it. */
export function EarliestPromise({ promise }: { promise: (text: string) => Promise<unknown> }) {
  const { orderId, closed, open } = useActions();
  const mayWrite = useMay('WriteToCustomers');
  const head = useHeader();
  const now = useNow();
  const say = useSay();
  const honest = useQuery({
    queryKey: ['order', orderId, 'promise', head.promisedAt],
    queryFn: ({ signal }) =>
      unwrap(api.GET('/api/orders/{id}/promise', { signal, params: { path: { id: orderId }, query: { without: [] } } })),
    enabled: !closed,
    staleTime: 30_000,
  }).data;
  if (closed) return null;
  const at = honest?.promisedAt && !(honest.holds && head.promisedAt) ? honest.promisedAt : null;
  const broken = head.promiseState === 'Late' || head.promiseState === 'CannotBeKept';
  return (
    <>
      {at && (
        <button className="linkish nowrap" title={honest?.why} onClick={() => void promise(at).catch(say.refused)}>
          {head.promisedAt ? 'Can keep' : 'Earliest'} {moment(at, now)}
        </button>
      )}
      {broken && mayWrite && (
        <button className="linkish nowrap stop" onClick={() => open({ kind: 'messages', use: 'delayed' })}>
          Tell the customer
        </button>
      )}
    </>
  );
}

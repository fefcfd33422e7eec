import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { api, unwrap } from '../../../lib/api';
import { moment } from '../../../lib/format';
import { useActions, useHeader } from '../../../lib/order/useSheet';
import { useNow } from '../../../lib/shop';
import { useSay } from '../../../ui/Toasts';
import styles from './SheetHeader.module.css';

interface Props {
  promise: (text: string) => Promise<unknown>;
  /** What the promise is called. */
  children: ReactNode;
}

/** The name of the promise; where it can't be kept, or nothing is promised, the earliest time that can: one click promises it. */
export function EarliestPromise({ promise, children }: Props) {
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
  if (closed || !honest?.promisedAt || (honest.holds && head.promisedAt)) return <span>{children}</span>;
  const at = honest.promisedAt;
  return (
    <button className={`linkish nowrap ${styles.earliest}`} title={honest.why} onClick={() => void promise(at).catch(say.refused)}>
      {head.promisedAt ? (head.promiseState === 'Late' ? 'Late, can keep' : 'Can keep') : 'Earliest'} {moment(at, now)}
    </button>
  );
}

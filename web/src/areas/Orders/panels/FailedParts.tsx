import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { amount } from '../../../lib/format';
import { useActions } from '../../../lib/order/useSheet';
import { useMay, useRefresh } from '../../../lib/shop';
import { useSay } from '../../../ui/Toasts';
import styles from './FailedParts.module.css';

/** The parts of the work that did not hold: from whom they came, and back to them under their warranty. */
export function FailedParts({ job }: { job: Schemas['SheetJob'] }) {
  const { orderId } = useActions();
  const say = useSay();
  const refresh = useRefresh();
  const maySee = useMay('SeeParts');
  const mayReturn = useMay('OrderParts');
  const [busy, setBusy] = useState(false);
  const key = ['failed-parts', job.id];
  const parts = useQuery({
    queryKey: key,
    queryFn: ({ signal }) =>
      unwrap(api.GET('/api/orders/{id}/jobs/{jobId}/failed-parts', { signal, params: { path: { id: orderId, jobId: job.id } } })),
    enabled: maySee,
  });
  const giveBack = (receiptLineId: number) => {
    setBusy(true);
    void unwrap(
      api.POST('/api/part-returns', {
        body: { lines: [{ receiptLineId, quantity: '1', reason: 'Warranty' }], note: job.originText },
      }),
    )
      .then(async ({ number }) => {
        await refresh(key);
        say.done(`It is on return ${number}. Authorize and send it under Parts, Returns.`);
      }, say.refused)
      .finally(() => setBusy(false));
  };
  if (!parts.data || parts.data.length === 0) return null;
  return (
    <ul className={styles.parts} aria-label="Parts that did not hold">
      {parts.data.map((part) => (
        <li key={part.receiptLineId} className="spread">
          <span>
            {part.description} <span className="soft small">{part.supplier}</span>
          </span>
          {part.returnNumber !== null && (
            <span className="soft small nowrap">
              return {part.returnNumber}, {part.returnState.toLowerCase()}
              {part.credited !== null && ` ${amount(part.credited)}`}
            </span>
          )}
          {mayReturn && part.left > 0 && (
            <button className="linkish small" disabled={busy} onClick={() => giveBack(part.receiptLineId)}>
              Return {part.left > 1 && 'one '}to supplier
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}

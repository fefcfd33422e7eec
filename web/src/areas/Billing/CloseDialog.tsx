import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, Problem, sentence, unwrap } from '../../lib/api';
import { amount } from '../../lib/format';
import { useMay, useRefresh } from '../../lib/shop';
import { Loading } from '../../ui/Feedback';
import { useActions, useHeader, useJobs, useTotals } from '../../lib/order/useSheet';
import { NextWorkPart, useNextWork } from './NextWorkPart';
import { ObstacleFix } from './ObstacleFix';
import styles from './CloseDialog.module.css';

/** Names what is in the way of the invoice, each to be fixed from here, or posts it. */
export default function CloseDialog({ onClose, onEnd, onAddCar }: { onClose: () => void; onEnd: () => void; onAddCar: () => void }) {
  const { orderId, edits } = useActions();
  const head = useHeader();
  const jobs = useJobs();
  const { toInvoice, payers } = useTotals();
  const navigate = useNavigate();
  const refresh = useRefresh();
  const [problem, setProblem] = useState<{ text: string; code?: string } | null>(null);
  const mayPass = useMay('ReleaseOnAccount');
  const [busy, setBusy] = useState(false);
  const next = useNextWork(orderId);
  const obstacles = useQuery({
    queryKey: ['obstacles', orderId],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/obstacles', { signal, params: { path: { id: orderId } } })),
    staleTime: 0,
  });
  const run = async (what: () => Promise<unknown>) => {
    setBusy(true);
    setProblem(null);
    try {
      await what();
    } catch (error) {
      setProblem({ text: sentence(error), ...(error instanceof Problem && { code: error.code }) });
    } finally {
      setBusy(false);
    }
  };
  const post = (aboveLimit: boolean) =>
    run(async () => {
      const posted = await edits.kept(
        unwrap(api.POST('/api/orders/{id}/invoice', { params: { path: { id: orderId } }, body: { aboveLimit, ...next.chosen } })),
      );
      await refresh(['floor'], ['orders']);
      void navigate(`/invoices/${posted.invoiceId}`);
    });
  const found = obstacles.data ?? [];
  const mayEnd = useMay('EndOrders') && found.some((o) => o.code === 'order.nothing');
  const approved = jobs.filter((job) => job.decision === 'Approved');
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="close-title">
      <DialogTitle id="close-title">Close and invoice order {head.number}</DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1 }}>
        {!obstacles.data ? (
          <Loading what="what is left to do" />
        ) : found.length === 0 ? (
          <>
            <p>Ready to invoice. The invoice gets the next number and can't be changed after posting.</p>
            <table className="list">
              <tbody>
                {approved.map((job) => (
                  <tr key={job.id}>
                    <td>{job.title}</td>
                    <td className="right">{amount(job.subtotal)}</td>
                  </tr>
                ))}
                {payers.map((payer) => (
                  <tr key={payer.customerId ?? payer.payer}>
                    <td className="soft">
                      Invoice to {payer.payer === 'Customer' ? 'the customer' : payer.payer === 'Shop' ? 'the shop itself' : payer.name}
                    </td>
                    <td className="right">{amount(payer.due)}</td>
                  </tr>
                ))}
                <tr>
                  <td className="strong">Total with shop supplies and tax</td>
                  <td className="right strong">{amount(toInvoice)}</td>
                </tr>
              </tbody>
            </table>
            <NextWorkPart {...next} />
          </>
        ) : (
          <>
            <p className="soft">{found.length === 1 ? 'One item' : `${found.length} items`} to finish before you can invoice.</p>
            {found.map((obstacle) => (
              <ObstacleFix
                key={[obstacle.code, obstacle.jobId, obstacle.lineId, obstacle.field, obstacle.message].join()}
                obstacle={obstacle}
                run={run}
                onClose={onClose}
                onAddCar={onAddCar}
              />
            ))}
          </>
        )}
        {problem && (
          <div className="notice stop" role="alert">
            {problem.text}
            {problem.code === 'account.limit' && mayPass && (
              <Button variant="outlined" disabled={busy} onClick={() => void post(true)}>
                Post it all the same
              </Button>
            )}
          </div>
        )}
      </DialogContent>
      <DialogActions>
        {found.some((o) => o.code === 'job.open') && (
          <Button
            disabled={busy}
            onClick={() =>
              void run(() => edits.kept(unwrap(api.POST('/api/orders/{id}/finish-jobs', { params: { path: { id: orderId } } }))))
            }
          >
            Mark all approved jobs finished
          </Button>
        )}
        {mayEnd && <Button onClick={onEnd}>End without an invoice…</Button>}
        <span className={styles.space} />
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={busy || !obstacles.data || found.length > 0} onClick={() => void post(false)} autoFocus>
          Post the invoice
        </Button>
      </DialogActions>
    </Dialog>
  );
}

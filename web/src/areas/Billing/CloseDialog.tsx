import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { amount } from '../../lib/format';
import { useMay, useRefresh, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { Loading } from '../../ui/Feedback';
import { headerText, useActions, useHeader, useJobs, useTotals } from '../../lib/order/useSheet';
import styles from './CloseDialog.module.css';

/** Names what is in the way of the invoice, each to be fixed from here, or posts it. */
export default function CloseDialog({ onClose, onEnd }: { onClose: () => void; onEnd: () => void }) {
  const { orderId, edits } = useActions();
  const head = useHeader();
  const jobs = useJobs();
  const { toInvoice, payers } = useTotals();
  const navigate = useNavigate();
  const refresh = useRefresh();
  const [problem, setProblem] = useState<{ text: string; code?: string } | null>(null);
  const mayPass = useMay('ReleaseOnAccount');
  const [busy, setBusy] = useState(false);
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
        unwrap(api.POST('/api/orders/{id}/invoice', { params: { path: { id: orderId } }, body: { aboveLimit } })),
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
          </>
        ) : (
          <>
            <p className="soft">{found.length === 1 ? 'One item' : `${found.length} items`} to finish before you can invoice.</p>
            {found.map((obstacle) => (
              <Fix
                key={[obstacle.code, obstacle.jobId, obstacle.lineId, obstacle.field, obstacle.message].join()}
                obstacle={obstacle}
                run={run}
                onClose={onClose}
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

/** Where the customer heard of the shop: one click records it. */
function Source({ run }: { run: (what: () => Promise<unknown>) => Promise<void> }) {
  const { orderId } = useActions();
  const { customer } = useHeader();
  const shop = useShop();
  const refresh = useRefresh();
  const set = (value: string) =>
    run(async () => {
      const read = await unwrap(api.GET('/api/customers/{id}/page', { params: { path: { id: customer!.id } } }));
      await unwrap(
        api.POST('/api/customers/{id}/fields', {
          params: { path: { id: customer!.id } },
          body: { field: 'source', value, version: read.version },
        }),
      );
      await refresh(['obstacles', orderId], ['customer', customer!.id]);
    });
  return (
    <select aria-label="How they heard of the shop" value="" onChange={(event) => void set(event.target.value)}>
      <option value="" disabled>
        choose
      </option>
      {(shop?.customerSources ?? []).map((source) => (
        <option key={source}>{source}</option>
      ))}
    </select>
  );
}

function Fix({
  obstacle,
  run,
  onClose,
}: {
  obstacle: Schemas['ClosingBlocker'];
  run: (what: () => Promise<unknown>) => Promise<void>;
  onClose: () => void;
}) {
  const { edits } = useActions();
  const head = useHeader();
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const [lower, setLower] = useState('');
  const keep = (confirmed: boolean) =>
    run(async () => {
      try {
        await edits.header(obstacle.field!, headerText(head, obstacle.field!), text, head.version, confirmed);
      } catch (error) {
        if (!(error instanceof Problem && error.code === 'odometer.lower')) throw error;
        setLower(error.message);
      }
    });
  const go = () => {
    onClose();
    if (obstacle.code.startsWith('part.')) void navigate('/parts');
    else if (obstacle.jobId) setTimeout(() => document.querySelector<HTMLElement>(`#job-${obstacle.jobId} .decide button`)?.focus(), 300);
  };
  return (
    <div className="notice row">
      <span className="grow">{obstacle.message}</span>
      {obstacle.field === 'source' ? (
        <Source run={run} />
      ) : obstacle.field ? (
        <form
          className="row"
          onSubmit={(event) => {
            event.preventDefault();
            void keep(lower !== '');
          }}
        >
          <div className={styles.reading}>
            <Labelled
              label="Odometer"
              value={text}
              onText={(typed) => {
                setText(typed);
                setLower('');
              }}
              problem={lower || undefined}
              inputMode="numeric"
              autoFocus
            />
          </div>
          <Button type="submit" disabled={!text.trim()} variant="outlined" sx={{ alignSelf: 'flex-end' }}>
            {lower ? 'It is right' : 'Save'}
          </Button>
        </form>
      ) : obstacle.code.startsWith('part.') ? (
        <Button onClick={go}>Go to Parts</Button>
      ) : obstacle.jobId ? (
        <Button onClick={go}>Go to the job</Button>
      ) : null}
    </div>
  );
}

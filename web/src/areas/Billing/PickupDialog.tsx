import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap } from '../../lib/api';
import { amount } from '../../lib/format';
import { useMay, useRefresh } from '../../lib/shop';
import { Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import { useNewAppointment } from '../../ui/useNewAppointment';
import { useRefusal } from '../../ui/useRefusal';
import styles from './dialogs.module.css';

/** The vehicle leaves: what is handed over, what is to be said, and whether it is paid. */
export function PickupDialog({ orderId, onClose }: { orderId: number; onClose: () => void }) {
  const [reason, setReason] = useState('');
  const [busy, setBusy] = useState(false);
  const refusal = useRefusal('reason');
  const refresh = useRefresh();
  const say = useSay();
  const mayPlan = useMay('PlanWork');
  const newAppointment = useNewAppointment();
  const { data } = useQuery({
    queryKey: ['pickup', orderId],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/pickup', { signal, params: { path: { id: orderId } } })),
    staleTime: 0,
  });
  const go = async () => {
    setBusy(true);
    await refusal.attempt(async () => {
      await unwrap(
        api.POST('/api/orders/{id}/pickup', {
          params: { path: { id: orderId } },
          body: { onAccount: unpaid, reason: unpaid ? reason : null },
        }),
      );
      await refresh(['order', orderId], ['floor'], ['orders']);
      say.done('The vehicle is picked up.');
      onClose();
    });
    setBusy(false);
  };
  const unpaid = !!data && data.balance > 0 && !data.onTerms;
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="pickup-title">
      <DialogTitle id="pickup-title">Hand over the vehicle</DialogTitle>
      <DialogContent className={styles.body}>
        {!data ? (
          <Loading what="what goes along" />
        ) : (
          <>
            {data.handOver.length > 0 && (
              <ul>
                {data.handOver.map((item) => (
                  <li key={item}>{item}</li>
                ))}
              </ul>
            )}
            {data.toRaise.length > 0 && (
              <div className="notice">
                <b>Mention before they go</b>
                <ul>
                  {data.toRaise.map((item) => (
                    <li key={item}>{item}</li>
                  ))}
                </ul>
              </div>
            )}
            <div className="spread">
              <span className="soft">{data.followUpAt ? `Next appointment: ${data.followUpAt}.` : 'No follow-up appointment yet.'}</span>
              {!data.followUpAt && data.customerId !== null && mayPlan && (
                <Button onClick={() => void newAppointment({ customerId: data.customerId!, vehicleId: data.vehicleId })}>Make one…</Button>
              )}
            </div>
            {data.balance > 0 && data.onTerms && <p>{amount(data.balance)} goes on their account.</p>}
            {data.balance <= 0 && <p>The invoice is paid.</p>}
            {unpaid && (
              <div className="notice stop">
                <p>{amount(data.balance)} is still due.</p>
                {data.mayRelease ? (
                  <Labelled
                    label="Why it goes unpaid, or that it was taken"
                    value={reason}
                    onText={setReason}
                    problem={refusal.of('reason')}
                  />
                ) : (
                  <p>Take a payment on the invoice, or ask a manager to release the vehicle on account.</p>
                )}
              </div>
            )}
            {refusal.rest && (
              <div className="notice stop" role="alert">
                {refusal.rest}
              </div>
            )}
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button href={`/api/orders/${orderId}/release-slip.pdf`} target="_blank">
          Release slip
        </Button>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={busy || !data || (unpaid && !data.mayRelease)} onClick={() => void go()} autoFocus>
          {unpaid ? 'Release unpaid' : 'Picked up'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

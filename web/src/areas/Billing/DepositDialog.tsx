import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, moment, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import styles from './dialogs.module.css';

type Method = Schemas['PaymentMethod'];

/** Takes money before the invoice; posting applies it. */
export function DepositDialog({ orderId, onClose }: { orderId: number; onClose: () => void }) {
  const [method, setMethod] = useState<Method>('Cash');
  const [typed, setTyped] = useState('');
  const [checkNumber, setCheckNumber] = useState('');
  const [busy, setBusy] = useState(false);
  const refusal = useRefusal('amount', 'checkNumber');
  const refresh = useRefresh();
  const say = useSay();
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    setBusy(true);
    await refusal.attempt(async () => {
      const taken = await unwrap(
        api.POST('/api/orders/{id}/deposits', { params: { path: { id: orderId } }, body: { method, amount: typed, checkNumber } }),
      );
      if (taken.chargeId) {
        const outcome = await unwrap(api.POST('/api/card-charges/{id}/settle', { params: { path: { id: taken.chargeId } } }));
        say.done(outcome.message);
      } else say.done(`Deposit of ${amount(taken.amount)} taken. The invoice gets it when it is posted.`);
      await refresh(['order', orderId]);
      onClose();
    });
    setBusy(false);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="deposit-title">
      <form onSubmit={(event) => void submit(event)}>
        <DialogTitle id="deposit-title">Take a deposit</DialogTitle>
        <DialogContent className={styles.body}>
          <SegmentedControl
            label="How it is paid"
            value={method}
            choices={[
              ['Cash', 'Cash'],
              ['Card', 'Card'],
              ['Check', 'Check'],
            ]}
            onChange={setMethod}
          />
          <Labelled label="Amount" value={typed} onText={setTyped} inputMode="decimal" problem={refusal.of('amount')} autoFocus />
          {method === 'Check' && (
            <Labelled label="Check number" value={checkNumber} onText={setCheckNumber} problem={refusal.of('checkNumber')} />
          )}
          {refusal.rest && (
            <div className="notice stop" role="alert">
              {refusal.rest}
            </div>
          )}
          <Taken orderId={orderId} />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={busy || !typed.trim()}>
            {busy && method === 'Card' ? 'Waiting for the card…' : 'Take the deposit'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** Deposits that were taken for the order already, each with its receipt. */
function Taken({ orderId }: { orderId: number }) {
  const now = useNow();
  const shop = useShop();
  const deposits = useQuery({
    queryKey: ['order', orderId, 'deposits'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/deposits', { signal, params: { path: { id: orderId } } })),
  }).data;
  if (!deposits?.length) return null;
  return (
    <div aria-label="Deposits taken" role="group">
      {deposits.map((deposit) => (
        <div className="spread" key={deposit.id}>
          <span className="soft">Taken {moment(wallTime(deposit.at, shop?.timeZone ?? 'UTC'), now)}</span>
          <span>
            {amount(deposit.left)} ·{' '}
            <a href={`/api/deposits/${deposit.id}/receipt.pdf`} target="_blank" rel="noreferrer">
              Receipt
            </a>
          </span>
        </div>
      ))}
    </div>
  );
}

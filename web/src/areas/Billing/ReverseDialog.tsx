import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState, type SubmitEvent } from 'react';
import { api, sentence, unwrap, type Schemas } from '../../lib/api';
import { amount } from '../../lib/format';
import { useRefresh } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import styles from './ReverseDialog.module.css';

/** Takes back an invoice posted by mistake: a credit note for the whole, and the money back the way it came. */
export function ReverseDialog({
  invoice,
  onClose,
  onDone,
}: {
  invoice: Schemas['InvoicePageView'];
  onClose: () => void;
  onDone: () => void;
}) {
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const refresh = useRefresh();
  const say = useSay();
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    setBusy(true);
    try {
      const reversed = await unwrap(api.POST('/api/invoices/{id}/reverse', { params: { path: { id: invoice.id } }, body: { reason } }));
      for (const id of reversed.cardRefunds) await unwrap(api.POST('/api/card-charges/{id}/settle', { params: { path: { id } } }));
      await refresh(['order', invoice.orderId], ['floor'], ['orders']);
      onDone();
      onClose();
      say.done(
        `Credit memo ${reversed.creditNoteNumber} posted.${reversed.cashBack > 0 ? ` Refund ${amount(reversed.cashBack)} in cash.` : ''}`,
      );
    } catch (error) {
      setProblem(sentence(error));
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="reverse-title">
      <form onSubmit={(event) => void submit(event)}>
        <DialogTitle id="reverse-title">Reverse invoice {invoice.number}</DialogTitle>
        <DialogContent>
          <p className={styles.what}>
            A credit memo for {amount(invoice.total)} is posted
            {invoice.paid > 0 ? ` and ${amount(invoice.paid)} is refunded the same way it was paid` : ''}. The repair order is reopened.
          </p>
          <Labelled label="Reason" value={reason} onText={setReason} problem={problem || undefined} autoFocus />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" color="error" variant="contained" disabled={busy}>
            Reverse the invoice
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

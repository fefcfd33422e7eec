import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { sentence } from '../../lib/api';
import { amount } from '../../lib/format';
import { Labelled } from '../../ui/Labelled';
import { useActions, useTotals } from '../../lib/order/useSheet';

/** A manager lets the approved work go past what was agreed to, by name and with a reason. */
export default function PassCeilingDialog({ onClose }: { onClose: () => void }) {
  const { edits } = useActions();
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string>();
  const consent = useTotals().consent!;
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="ceiling-title">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          edits.passCeiling(reason).then(onClose, (error: unknown) => setProblem(sentence(error)));
        }}
      >
        <DialogTitle id="ceiling-title">Override the approved limit</DialogTitle>
        <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
          <p>
            {amount(consent.agreed)} was approved, with a limit of {amount(consent.allowed)}; the approved work comes to{' '}
            {amount(consent.approvedTotal)}. Your name and the reason stay on the record, and hold up to this amount.
          </p>
          <Labelled label="Reason" value={reason} onText={setReason} problem={problem} autoFocus />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">
            Override limit
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { api, unwrap } from '../../lib/api';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import type { Appointment } from './AppointmentPanel';

/** An appointment is called off, or nobody came: with the reason, and undo. */
export function CallOff({
  appointment,
  state,
  onClose,
  renew,
}: {
  appointment: Appointment;
  state: 'Missed' | 'Canceled';
  onClose: () => void;
  renew: () => Promise<unknown>;
}) {
  const say = useSay();
  const [reason, setReason] = useState('');
  const send = (to: Appointment['state'], why: string | null) =>
    unwrap(api.POST('/api/appointments/{id}/state', { params: { path: { id: appointment.id } }, body: { state: to, reason: why } })).then(
      renew,
    );
  const go = async () => {
    try {
      await send(state, reason);
      onClose();
      say.done(state === 'Missed' ? 'Marked as missed.' : 'Appointment canceled.', () => send(appointment.state, null));
    } catch (error) {
      say.refused(error);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void go();
        }}
      >
        <DialogTitle>{state === 'Missed' ? 'Nobody came' : 'Cancel this appointment'}</DialogTitle>
        <DialogContent>
          <Labelled label="Reason" value={reason} onText={setReason} autoFocus hint="Counted with the reason. May be left empty." />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Close</Button>
          <Button type="submit" variant="contained">
            {state === 'Missed' ? 'Mark as missed' : 'Cancel appointment'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

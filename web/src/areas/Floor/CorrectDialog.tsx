import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { clock } from '../../lib/format';
import { useRefresh } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { useRefusal } from '../../ui/useRefusal';

export type Correcting = { kind: 'correct'; time: Schemas['TimeView']; name: string } | { kind: 'add'; staffId: number; name: string };

/** A time on the clock is corrected, or one added that nobody clocked: with a reason, and what it was stays written down. */
export function CorrectDialog({ correcting, onClose }: { correcting: Correcting; onClose: () => void }) {
  const refresh = useRefresh();
  const time = correcting.kind === 'correct' ? correcting.time : null;
  const [from, setFrom] = useState(time ? clock(time.from) : '');
  const [until, setUntil] = useState(time?.until ? clock(time.until) : '');
  const [reason, setReason] = useState('');
  const refusal = useRefusal('from', 'start', 'until', 'end', 'reason');
  const send = () => {
    const body = { from, until, reason };
    if (correcting.kind === 'add') return unwrap(api.POST('/api/times/days', { body: { ...body, staffId: correcting.staffId } }));
    const path = { params: { path: { id: correcting.time.id } }, body };
    return correcting.time.isJob ? unwrap(api.POST('/api/times/jobs/{id}', path)) : unwrap(api.POST('/api/times/days/{id}', path));
  };
  const keep = () =>
    refusal.attempt(async () => {
      await send();
      await refresh(['times'], ['floor'], ['bench']);
      onClose();
    });
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <DialogTitle>
          {time ? `Correct ${time.title || 'clocked in'}` : 'Add a time'}, {correcting.name}
        </DialogTitle>
        <DialogContent>
          <Labelled
            label="From"
            value={from}
            onText={setFrom}
            problem={refusal.of('from') ?? refusal.of('start')}
            autoFocus
            placeholder={time ? '' : 'mon 7:30 am'}
          />
          <Labelled
            label="Until"
            value={until}
            onText={setUntil}
            problem={refusal.of('until') ?? refusal.of('end')}
            placeholder="4:00 pm"
          />
          <Labelled
            label="Reason"
            value={reason}
            onText={setReason}
            problem={refusal.of('reason')}
            hint="What it was before stays on record."
          />
          {refusal.rest && (
            <div className="field-problem" role="alert">
              {refusal.rest}
            </div>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">
            Save
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

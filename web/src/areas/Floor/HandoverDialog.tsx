import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { useMe, useRefresh } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';

interface Props {
  orderId: number;
  plate: string;
  staff: readonly Schemas['FloorStaff'][];
  stages: readonly Schemas['StageView'][];
  toId?: number;
  onClose: () => void;
}

/** A vehicle is handed to somebody with a note and, if wanted, a stage. It is not done until they take it. */
export function HandoverDialog({ orderId, plate, staff, stages, toId, onClose }: Props) {
  const me = useMe();
  const say = useSay();
  const refresh = useRefresh();
  const [to, setTo] = useState(toId ? String(toId) : '');
  const [stage, setStage] = useState('');
  const [note, setNote] = useState('');
  const renew = () => refresh(['floor'], ['bench'], ['order', orderId]);
  const others = staff.filter((s) => s.id !== me.id);
  const give = async () => {
    try {
      const { id } = await unwrap(
        api.POST('/api/orders/{id}/handover', {
          params: { path: { id: orderId } },
          body: { toId: Number(to), note, stageId: Number(stage) || null },
        }),
      );
      await renew();
      onClose();
      const who = others.find((s) => String(s.id) === to)?.shortName;
      say.done(`${plate}: handed to ${who}, who has to take it.`, () =>
        unwrap(api.POST('/api/handovers/{id}/withdraw', { params: { path: { id } } })).then(renew),
      );
    } catch (error) {
      say.refused(error);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void give();
        }}
      >
        <DialogTitle>Hand over {plate}</DialogTitle>
        <DialogContent>
          <label className="labelled">
            <span>To</span>
            <select value={to} onChange={(event) => setTo(event.target.value)} autoFocus required>
              <option value="">Choose a person</option>
              {others.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.shortName}
                </option>
              ))}
            </select>
          </label>
          <Labelled
            label="Note"
            value={note}
            onText={setNote}
            maxLength={300}
            hint="What the other has to know. They see it until they take it."
          />
          {stages.length > 0 && (
            <label className="labelled">
              <span>Stage when it is taken</span>
              <select value={stage} onChange={(event) => setStage(event.target.value)}>
                <option value="">stays where it is</option>
                {stages
                  .filter((s) => !s.isRetired && s.meaning !== 'Collected')
                  .map((s) => (
                    <option key={s.id} value={s.id}>
                      {s.name}
                    </option>
                  ))}
              </select>
            </label>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={!to}>
            Hand over
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** Takes a vehicle that was handed over, or gives it back. */
export function useHandover() {
  const say = useSay();
  const refresh = useRefresh();
  const renew = () => refresh(['floor'], ['bench'], ['order']);
  const take = (id: number, plate: string) =>
    unwrap(api.POST('/api/handovers/{id}/take', { params: { path: { id } } })).then(async () => {
      await renew();
      say.done(`${plate} is yours.`);
    }, say.refused);
  const withdraw = (id: number, words: string) =>
    unwrap(api.POST('/api/handovers/{id}/withdraw', { params: { path: { id } } })).then(async () => {
      await renew();
      say.done(words);
    }, say.refused);
  return { take, withdraw };
}

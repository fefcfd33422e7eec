import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { useNavigate } from 'react-router';
import { api, sentence, unwrap, type Schemas } from '../../../lib/api';
import { useRefresh } from '../../../lib/shop';
import { Labelled } from '../../../ui/Labelled';
import { Reasons } from '../../../ui/Reasons';
import { SegmentedControl } from '../../../ui/SegmentedControl';
import { Loading } from '../../../ui/Feedback';
import { useSay } from '../../../ui/Toasts';
import { useActions, useHeader } from '../../../lib/order/useSheet';

type Ending = Schemas['OrderEnding'];

/** Ends an order without an invoice, or makes it void. What hangs on it is named first, each to be settled from here. */
export default function EndDialog({ making, onClose }: { making: 'ended' | 'void'; onClose: () => void }) {
  const { orderId, edits } = useActions();
  const { number } = useHeader();
  const refresh = useRefresh();
  const say = useSay();
  const [ending, setEnding] = useState<Ending>('Declined');
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const path = { id: orderId };
  const hanging = useQuery({
    queryKey: ['order', orderId, 'hanging', making],
    queryFn: ({ signal }) =>
      unwrap(api.GET('/api/orders/{id}/hanging', { signal, params: { path, query: { ending: making === 'ended' } } })),
    staleTime: 0,
  });
  const found = hanging.data ?? [];
  const run = async (act: () => Promise<unknown>) => {
    setBusy(true);
    setProblem('');
    try {
      await act();
      return true;
    } catch (error) {
      setProblem(sentence(error));
      return false;
    } finally {
      setBusy(false);
    }
  };
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    const done = await run(() =>
      edits.kept<unknown>(
        making === 'void'
          ? unwrap(api.POST('/api/orders/{id}/void', { params: { path }, body: { reason } }))
          : unwrap(api.POST('/api/orders/{id}/end', { params: { path }, body: { ending, reason } })),
      ),
    );
    if (!done) return;
    await refresh(['floor'], ['orders'], ['parts']);
    onClose();
    if (making === 'void') say.done(`Order ${number} is void. Its number stays.`);
    else
      say.done(`Order ${number} is ended. What was not done comes back at the next visit.`, () =>
        edits.kept(unwrap(api.POST('/api/orders/{id}/open-again', { params: { path } }))),
      );
  };
  const title = making === 'void' ? `Make order ${number} void` : `End order ${number} without an invoice`;
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="end-title">
      <form onSubmit={(event) => void submit(event)}>
        <DialogTitle id="end-title">{title}</DialogTitle>
        <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
          {!hanging.data ? (
            <Loading what="what hangs on it" />
          ) : found.length > 0 ? (
            <>
              <p className="soft">
                {found.length === 1 ? 'One thing hangs' : `${found.length} things hang`} on it and has to be settled first.
              </p>
              {found.map((obstacle) => (
                <Hanging key={obstacle.code + obstacle.message} obstacle={obstacle} busy={busy} run={run} onClose={onClose} />
              ))}
            </>
          ) : (
            <>
              <p>
                {making === 'void'
                  ? 'For an order that was a mistake. It can still be looked at, its number stays, and nothing of it comes back.'
                  : 'Declined, deferred and advised work comes back at the next visit, and the vehicle is free.'}
              </p>
              {making === 'ended' && (
                <SegmentedControl
                  label="How it ended"
                  value={ending}
                  onChange={setEnding}
                  choices={[
                    ['Declined', 'Declined'],
                    ['NotReturned', 'Not returned'],
                    ['TakenHome', 'Taken home'],
                  ]}
                />
              )}
              <Labelled label="Reason" value={reason} onText={setReason} autoFocus maxLength={500} list="end-reasons" />
              <Reasons id="end-reasons" use="EndReason" />
            </>
          )}
          {problem && (
            <div className="notice stop" role="alert">
              {problem}
            </div>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button
            type="submit"
            variant="contained"
            color={making === 'void' ? 'error' : 'primary'}
            disabled={busy || !hanging.data || found.length > 0 || !reason.trim()}
          >
            {making === 'void' ? 'Make it void' : 'End it'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

interface HangingProps {
  obstacle: Schemas['ClosingBlocker'];
  busy: boolean;
  run: (act: () => Promise<unknown>) => Promise<boolean>;
  onClose: () => void;
}

function Hanging({ obstacle, busy, run, onClose }: HangingProps) {
  const { orderId, edits } = useActions();
  const navigate = useNavigate();
  const putIntoStock = () =>
    run(() =>
      edits.kept(
        unwrap(api.POST('/api/orders/{id}/lines/{lineId}/into-stock', { params: { path: { id: orderId, lineId: obstacle.lineId! } } })),
      ),
    );
  return (
    <div className="notice row">
      <span className="grow">{obstacle.message}</span>
      {obstacle.code === 'part.here' && (
        <Button disabled={busy} onClick={() => void putIntoStock()}>
          Put into stock
        </Button>
      )}
      {obstacle.code === 'part.coming' && (
        <Button
          onClick={() => {
            onClose();
            void navigate('/parts');
          }}
        >
          Go to Parts
        </Button>
      )}
    </div>
  );
}

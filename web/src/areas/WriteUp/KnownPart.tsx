import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, Problem, sentence, take, type Schemas } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { useSettled } from '../../lib/useSettled';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';

type Item = Schemas['KnownItem'];

const WORDS: Record<Item['urgency'], string> = { Heed: 'heed', Due: 'due', Soon: 'soon', Later: 'later' };

interface Props {
  customerId: number | null;
  vehicleId: number | null;
  odometer: string;
  taken: number[];
  onTaken: (jobIds: number[]) => void;
}

/** What is known already, the most pressing first: warnings, open orders, work of earlier visits that can be taken over. */
export function KnownPart({ customerId, vehicleId, odometer, taken, onTaken }: Props) {
  const reading = useSettled(odometer);
  const [puttingOff, setPuttingOff] = useState<Item | null>(null);
  const query = { ...(customerId ? { customer: customerId } : {}), ...(vehicleId ? { vehicle: vehicleId } : {}), ...(reading ? { odometer: reading } : {}) };
  const known = useQuery({
    queryKey: ['known', customerId, vehicleId, reading],
    queryFn: () => take(api.GET('/api/write-up/known', { params: { query } })),
    enabled: customerId !== null || vehicleId !== null,
    placeholderData: (before) => before,
  });
  const items = known.data ?? [];
  if (customerId === null && vehicleId === null) return null;
  return (
    <section className="panel" aria-labelledby="known-title">
      <h2 id="known-title">What is already known</h2>
      {known.isPending ? (
        <p className="soft">Looking…</p>
      ) : items.length === 0 ? (
        <p className="soft">Nothing is put off, nothing is open, nothing has to be heeded.</p>
      ) : (
        <ul className="known">
          {items.map((item, i) => {
            const on = item.jobId !== null && taken.includes(item.jobId);
            return (
              <li key={`${item.kind}${item.jobId ?? item.orderId ?? i}`}>
                <span className={`urgency ${item.urgency === 'Heed' || item.urgency === 'Due' ? 'strong' : 'soft'}`}>{WORDS[item.urgency]}</span>
                <span className="grow">
                  <span className={item.urgency === 'Heed' ? 'strong' : ''}>{item.title}</span>
                  <span className="soft small block">{item.detail}</span>
                </span>
                {item.kind === 'openOrder' && <Link to={`/orders/${item.orderId}`}>Go there</Link>}
                {item.jobId !== null && (
                  <>
                    <button
                      type="button"
                      className="take"
                      aria-pressed={on}
                      onClick={() => onTaken(on ? taken.filter((id) => id !== item.jobId) : [...taken, item.jobId!])}
                      onKeyDown={(event) => {
                        if (on || event.key.toLowerCase() !== 'p') return;
                        event.preventDefault();
                        setPuttingOff(item);
                      }}
                    >
                      {on ? 'Taken over' : 'Take over'}
                    </button>
                    {!on && (
                      <button type="button" className="linkish" tabIndex={-1} onClick={() => setPuttingOff(item)} title="P on the focused row">
                        put off…
                      </button>
                    )}
                  </>
                )}
              </li>
            );
          })}
        </ul>
      )}
      {puttingOff && <PutOff item={puttingOff} onClose={() => setPuttingOff(null)} />}
    </section>
  );
}

/** Put off again, with the reason. */
function PutOff({ item, onClose }: { item: Item; onClose: () => void }) {
  const [until, setUntil] = useState('in 3 months');
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const refresh = useRefresh();
  const say = useSay();
  const put = async () => {
    try {
      await take(api.POST('/api/orders/{id}/jobs/{jobId}/put-off', { params: { path: { id: item.orderId!, jobId: item.jobId! } }, body: { until, reason } }));
      onClose();
      await refresh(['known']);
      say.done(`${item.title} is put off${until.trim() ? '' : ' for good'}.`);
    } catch (error) {
      setProblem(error instanceof Problem ? { field: error.field, text: error.message } : { text: sentence(error) });
    }
  };
  return (
    <form
      className="put-off"
      aria-label={`Put ${item.title} off`}
      onSubmit={(event) => {
        event.preventDefault();
        void put();
      }}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <div className="strong">Put “{item.title}” off again</div>
      <div className="pair">
        <Labelled label="Why" value={reason} onText={setReason} autoFocus problem={problem?.field === 'reason' ? problem.text : undefined} />
        <Labelled label="Until (empty: not wanted)" value={until} onText={setUntil} problem={problem?.field === 'until' ? problem.text : undefined} />
      </div>
      {problem && !['reason', 'until'].includes(problem.field ?? '') && (
        <p className="field-problem" role="alert">
          {problem.text}
        </p>
      )}
      <div className="row">
        <Button type="submit" variant="contained">
          Put off
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </form>
  );
}

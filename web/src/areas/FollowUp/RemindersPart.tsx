import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { useRefresh, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import { useCannedJobs } from '../WriteUp/WorkPart';
import { Part } from '../../ui/Fields';

type Reminder = Schemas['ReminderView'];
const STATES: Record<Reminder['state'], string> = { Late: 'overdue', Due: 'due today', Soon: 'soon', Later: 'later' };

/** What is to be done again on a car, the next first. */
export function RemindersPart({ vehicleId, disabled }: { vehicleId: number; disabled: boolean }) {
  const [adding, setAdding] = useState(false);
  const [doneFor, setDoneFor] = useState<Reminder | null>(null);
  const [choosing, setChoosing] = useState(false);
  const offered = useQuery({
    queryKey: ['reminder-sets'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/reminder-sets', { signal })),
  });
  const sets = (offered.data ?? []).filter((set) => !set.removed);
  const refresh = useRefresh();
  const say = useSay();
  const key = ['vehicle', vehicleId, 'reminders'];
  const reminders = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => unwrap(api.GET('/api/vehicles/{id}/reminders', { signal, params: { path: { id: vehicleId } } })),
  });
  const renew = () => refresh(key, ['known']);
  const remove = (reminder: Reminder) => {
    const path = { id: reminder.id };
    unwrap(api.DELETE('/api/reminders/{id}', { params: { path } })).then(() => {
      void renew();
      say.done(`Reminder removed: ${reminder.title}.`, () =>
        unwrap(api.POST('/api/reminders/{id}/restore', { params: { path } })).then(renew),
      );
    }, say.refused);
  };
  const put = (set: Schemas['ReminderSetView']) =>
    unwrap(api.POST('/api/vehicles/{id}/reminder-sets/{setId}', { params: { path: { id: vehicleId, setId: set.id } } })).then(
      ({ added, had }) => {
        setChoosing(false);
        void renew();
        const before = had > 0 ? ` ${had} ${had === 1 ? 'was' : 'were'} there already.` : '';
        say.done(`${set.name}: ${added.length} ${added.length === 1 ? 'reminder' : 'reminders'} added.${before}`, () =>
          Promise.all(added.map((id) => unwrap(api.DELETE('/api/reminders/{id}', { params: { path: { id } } })))).then(renew),
        );
      },
      say.refused,
    );
  const rows = reminders.data ?? [];
  return (
    <Part
      title="Reminders"
      aside={
        !disabled && (
          <span className="row">
            {sets.length > 0 && (
              <button className="linkish" aria-expanded={choosing} onClick={() => setChoosing(!choosing)}>
                Add a set…
              </button>
            )}
            <button className="linkish" onClick={() => setAdding(true)}>
              Add a reminder…
            </button>
          </span>
        )
      }
    >
      {choosing && (
        <div className="inline-form" role="group" aria-label="Sets" onKeyDown={(event) => event.key === 'Escape' && setChoosing(false)}>
          {sets.map((set, i) => (
            <button key={set.id} className="choice" autoFocus={i === 0} onClick={() => put(set)}>
              <b>{set.name}</b>
              <span className="soft small block">{set.services.replaceAll('\n', ' · ')}</span>
            </button>
          ))}
        </div>
      )}
      {rows.length === 0 && !adding && (
        <p className="soft">None yet. A reminder comes up at write-up when it is due and resets when the work is invoiced.</p>
      )}
      {rows.map((reminder) => (
        <div key={reminder.id} className="reminder-row">
          <span className={`urgency ${reminder.state === 'Late' || reminder.state === 'Due' ? 'strong stop' : 'soft'}`}>
            {STATES[reminder.state]}
          </span>
          <span className="grow">
            {reminder.title}
            <span className="soft small block">
              {reminder.sentence}
              {reminder.lastOrderId !== null && (
                <>
                  {' · '}
                  <Link to={`/orders/${reminder.lastOrderId}`}>order</Link>
                </>
              )}
            </span>
          </span>
          {!disabled && (
            <>
              <button className="linkish small" onClick={() => setDoneFor(reminder)}>
                Mark done…
              </button>
              <button className="more" aria-label={`Remove reminder ${reminder.title}`} onClick={() => remove(reminder)}>
                ×
              </button>
            </>
          )}
        </div>
      ))}
      {adding && <AddReminder vehicleId={vehicleId} onClose={() => setAdding(false)} onAdded={renew} />}
      {doneFor && <DoneForm reminder={doneFor} onClose={() => setDoneFor(null)} onDone={renew} />}
    </Part>
  );
}

interface AddProps {
  vehicleId: number;
  onClose: () => void;
  onAdded: () => Promise<unknown>;
}

function AddReminder({ vehicleId, onClose, onAdded }: AddProps) {
  const [typed, setTyped] = useState({ title: '', everyMonths: '', everyDistance: '' });
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const shop = useShop();
  const canned = useCannedJobs();
  const set = (field: keyof typeof typed) => (text: string) => setTyped({ ...typed, [field]: text });
  const of = (field: string) => (problem?.field === field ? problem.text : undefined);
  const add = async () => {
    try {
      await unwrap(
        api.POST('/api/vehicles/{id}/reminders', { params: { path: { id: vehicleId } }, body: { ...typed, cannedJobId: null } }),
      );
      await onAdded();
      onClose();
    } catch (error) {
      setProblem(error instanceof Problem ? { field: error.field, text: error.message } : { text: sentence(error) });
    }
  };
  return (
    <form
      className="inline-form"
      aria-label="Add a reminder"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <Labelled label="Service" value={typed.title} onText={set('title')} list="reminder-work" problem={of('title')} autoFocus />
      <datalist id="reminder-work">
        {canned.map((job) => (
          <option key={job.id} value={job.title} />
        ))}
      </datalist>
      <div className="pair">
        <Labelled
          label="Every (months)"
          value={typed.everyMonths}
          onText={set('everyMonths')}
          problem={of('everyMonths')}
          inputMode="numeric"
        />
        <Labelled
          label={`Or every (${shop?.distanceUnit === 'Kilometers' ? 'km' : 'miles'})`}
          value={typed.everyDistance}
          onText={set('everyDistance')}
          problem={of('everyDistance')}
          inputMode="numeric"
        />
      </div>
      {problem && !['title', 'everyMonths', 'everyDistance'].includes(problem.field ?? '') && (
        <p className="field-problem" role="alert">
          {problem.text}
        </p>
      )}
      <div className="row">
        <Button type="submit" variant="contained">
          Add
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}

function DoneForm({ reminder, onClose, onDone }: { reminder: Reminder; onClose: () => void; onDone: () => Promise<unknown> }) {
  const [on, setOn] = useState('today');
  const [reading, setReading] = useState('');
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const keep = async () => {
    try {
      await unwrap(api.POST('/api/reminders/{id}/done', { params: { path: { id: reminder.id } }, body: { on, reading } }));
      await onDone();
      onClose();
    } catch (error) {
      setProblem(error instanceof Problem ? { field: error.field, text: error.message } : { text: sentence(error) });
    }
  };
  return (
    <form
      className="inline-form"
      aria-label={`${reminder.title} was done`}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <div className="strong">“{reminder.title}” was done</div>
      <div className="pair">
        <Labelled
          label="Date done"
          value={on}
          onText={setOn}
          problem={problem?.field === 'on' ? problem.text : undefined}
          autoFocus
          onFocus={(event) => event.target.select()}
        />
        <Labelled
          label="Odometer"
          value={reading}
          onText={setReading}
          problem={problem?.field === 'reading' ? problem.text : undefined}
          inputMode="numeric"
        />
      </div>
      {problem && !['on', 'reading'].includes(problem.field ?? '') && <p className="field-problem">{problem.text}</p>}
      <div className="row">
        <Button type="submit" variant="contained">
          Save
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}

import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { useRefresh } from '../../lib/shop';
import { Part } from '../../ui/Fields';
import { Labelled } from '../../ui/Labelled';
import { SaveCsv } from '../../ui/SaveCsv';
import { useRefusal } from '../../ui/useRefusal';
import { useSay } from '../../ui/Toasts';

type ReminderSet = Schemas['ReminderSetView'];
const KEY = ['reminder-sets'];
const COLUMNS: CsvColumn<ReminderSet>[] = [
  ['Kind of vehicle', (set) => set.name],
  ['Services', (set) => set.services.replaceAll('\n', '; ')],
];
const NEW: ReminderSet = { id: 0, version: 0, name: '', services: '', count: 0, removed: false };

/** Services that come again by kind of vehicle; one set goes onto a vehicle in one step. */
export function ReminderSetsPart() {
  const sets = useQuery({ queryKey: KEY, queryFn: ({ signal }) => unwrap(api.GET('/api/reminder-sets', { signal })) });
  const [editing, setEditing] = useState<ReminderSet | null>(null);
  const refresh = useRefresh();
  const say = useSay();
  const remove = (set: ReminderSet, removed: boolean): Promise<unknown> =>
    unwrap(api.POST('/api/reminder-sets/{id}/remove', { params: { path: { id: set.id } }, body: { removed } })).then(() => {
      void refresh(KEY);
      if (removed) say.done(`Set removed: ${set.name}.`, () => remove(set, false));
    }, say.refused);
  const rows = (sets.data ?? []).filter((set) => !set.removed);
  return (
    <Part
      title="Reminder sets"
      aside={
        <span className="row">
          {rows.length > 0 && <SaveCsv name="reminder-sets" columns={COLUMNS} rows={rows} />}
          <button className="linkish" onClick={() => setEditing(NEW)}>
            Add a set…
          </button>
        </span>
      }
    >
      {rows.length === 0 && !editing && (
        <p className="soft">
          None yet. A set holds the services that a kind of vehicle needs again and again, each with its own interval, and goes onto a
          vehicle in one step.
        </p>
      )}
      {rows.map((set) =>
        editing?.id === set.id ? null : (
          <div key={set.id} className="reminder-row">
            <button className="choice grow" onClick={() => setEditing(set)}>
              <b>{set.name}</b>
              <span className="soft small block">{set.services.replaceAll('\n', ' · ')}</span>
            </button>
            <button className="more" aria-label={`Remove set ${set.name}`} onClick={() => void remove(set, true)}>
              ×
            </button>
          </div>
        ),
      )}
      {editing && <SetForm key={editing.id} set={editing} onClose={() => setEditing(null)} onKept={() => refresh(KEY)} />}
    </Part>
  );
}

function SetForm({ set, onClose, onKept }: { set: ReminderSet; onClose: () => void; onKept: () => Promise<unknown> }) {
  const [name, setName] = useState(set.name);
  const [services, setServices] = useState(set.services);
  const refusal = useRefusal('name', 'services');
  const keep = () =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/reminder-sets', { body: { id: set.id || null, version: set.version, name, services } }));
      await onKept();
      onClose();
    });
  return (
    <form
      className="inline-form"
      aria-label={set.id ? `Set ${set.name}` : 'Add a set'}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <Labelled label="Kind of vehicle" value={name} onText={setName} problem={refusal.of('name')} autoFocus />
      <label className="labelled">
        <span>Services, one a line</span>
        <textarea
          rows={6}
          value={services}
          placeholder="Oil and filter change, 6 months, 5,000 miles"
          aria-invalid={refusal.of('services') !== undefined}
          onChange={(event) => setServices(event.target.value)}
        />
      </label>
      {(refusal.of('services') ?? refusal.rest) && (
        <p className="field-problem" role="alert">
          {refusal.of('services') ?? refusal.rest}
        </p>
      )}
      <div className="row">
        <Button type="submit" variant="contained">
          Save
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}

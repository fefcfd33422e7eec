import Button from '@mui/material/Button';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { EditCell } from '../../ui/EditCell';
import { Part } from '../../ui/Fields';
import { Labelled } from '../../ui/Labelled';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { useKept } from '../../ui/useKept';
import { useRefusal } from '../../ui/useRefusal';
import '../../ui/records.css';
import styles from './FloorSetupPage.module.css';

type Setup = Schemas['StagesSetup'];
type Stage = Schemas['StageDetail'];
type Renew = () => Promise<unknown>;

const SHORT: Record<Schemas['Role'], string> = {
  Writer: 'writers',
  Technician: 'techs',
  Parts: 'parts',
  Porter: 'porters',
  Manager: 'managers',
  Owner: 'owners',
};
const ALL_ROLES = Object.keys(SHORT) as Schemas['Role'][];

const COLUMNS: CsvColumn<Stage>[] = [
  ['Stage', (stage) => stage.name],
  ['Shown to', (stage) => stage.roles.map((role) => SHORT[role]).join('; ')],
  ['Vehicles', (stage) => stage.vehicles],
  ['Retired', (stage) => stage.retired],
];

/** The shop's own stages: their order, what each means, and whose floor shows it. */
export function StagesPart({ setup, renew }: { setup: Setup; renew: Renew }) {
  const offered = setup.stages.filter((stage) => !stage.retired);
  return (
    <Part title="Stages" aside={<SaveCsv name="stages" columns={COLUMNS} rows={setup.stages} />}>
      <p className="soft">
        The stages a vehicle goes through, in your order and your words. What a stage means tells Yardstick what follows: an approval, a
        started job, or the last finished one moves the vehicle to the first stage with that meaning.
      </p>
      <table className={`list rows-edited ${styles.stages}`}>
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">Order</span>
            </th>
            <th scope="col">Stage</th>
            <th scope="col">Means</th>
            <th scope="col">Shown to</th>
            <th scope="col" className="right">
              Vehicles
            </th>
            <th scope="col">
              <span className="visually-hidden">Retire</span>
            </th>
          </tr>
        </thead>
        <tbody data-grid>
          {setup.stages.map((stage) => (
            <StageRow
              key={stage.id}
              stage={stage}
              meanings={setup.meanings}
              isFirst={stage === offered[0]}
              isLast={stage === offered.at(-1)}
              renew={renew}
            />
          ))}
        </tbody>
      </table>
      <AddStage meanings={setup.meanings} renew={renew} />
    </Part>
  );
}

function StageRow({
  stage,
  meanings,
  isFirst,
  isLast,
  renew,
}: {
  stage: Stage;
  meanings: Setup['meanings'];
  isFirst: boolean;
  isLast: boolean;
  renew: Renew;
}) {
  const say = useSay();
  const path = { id: stage.id };
  const set = useKept(
    (field, value) => unwrap(api.POST('/api/stages/{id}', { params: { path }, body: { field, value, version: stage.version } })),
    renew,
  );
  const quietly = (act: Promise<unknown>) => void act.catch(say.refused);
  const shift = (by: number) => quietly(unwrap(api.POST('/api/stages/{id}/shift', { params: { path }, body: { by } })).then(renew));
  const retire = (retired: boolean) => {
    const send = (to: boolean) => unwrap(api.POST('/api/stages/{id}/retire', { params: { path }, body: { retired: to } })).then(renew);
    send(retired).then(
      () =>
        say.done(
          !retired
            ? `${stage.name} restored.`
            : stage.vehicles > 0
              ? `${stage.name} is retired; the vehicles in it stay until they are moved.`
              : `${stage.name} is retired.`,
          () => send(!retired),
        ),
      say.refused,
    );
  };
  const shown = stage.roles.length > 0 ? stage.roles : ALL_ROLES;
  const toggle = (role: Schemas['Role']) => {
    const next = shown.includes(role) ? shown.filter((r) => r !== role) : [...shown, role];
    // None stands for everyone; a stage that nobody sees would hide vehicles.
    if (next.length === 0) return say.problem('At least one role has to see the stage. Retire it if it is not used.');
    quietly(set('roles', `Who sees ${stage.name}`, stage.roles.join(','))(next.length === ALL_ROLES.length ? '' : next.join(',')));
  };
  return (
    <tr className={stage.retired ? 'soft' : ''}>
      <td className="nowrap">
        {!stage.retired && (
          <>
            <button className={styles.shift} aria-label={`Move ${stage.name} up`} disabled={isFirst} onClick={() => shift(-1)}>
              ↑
            </button>
            <button className={styles.shift} aria-label={`Move ${stage.name} down`} disabled={isLast} onClick={() => shift(1)}>
              ↓
            </button>
          </>
        )}
      </td>
      <td>
        <EditCell label={`Name of ${stage.name}`} value={stage.name} commit={set('name', 'Name', stage.name)} col="name" />
      </td>
      <td>
        <select
          aria-label={`${stage.name} means`}
          value={stage.meaning}
          onChange={(event) => quietly(set('meaning', 'Meaning', stage.meaning)(event.target.value))}
        >
          {meanings.map((m) => (
            <option key={m.meaning} value={m.meaning}>
              {m.name}
            </option>
          ))}
        </select>
      </td>
      <td>
        <div className={styles.roles} role="group" aria-label={`${stage.name} is shown to`}>
          {ALL_ROLES.map((role) => (
            <button key={role} className="shop-label" aria-pressed={shown.includes(role)} onClick={() => toggle(role)}>
              {SHORT[role]}
            </button>
          ))}
        </div>
      </td>
      <td className="right">{stage.vehicles || ''}</td>
      <td className="right">
        <button className="linkish small" onClick={() => retire(!stage.retired)}>
          {stage.retired ? 'Restore' : 'Retire'}
        </button>
      </td>
    </tr>
  );
}

function AddStage({ meanings, renew }: { meanings: Setup['meanings']; renew: Renew }) {
  const [name, setName] = useState('');
  const [meaning, setMeaning] = useState<Schemas['Stage']>('Here');
  const refusal = useRefusal('name');
  const add = () =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/stages', { body: { name, meaning } }));
      setName('');
      await renew();
    });
  return (
    <form
      className="inline-form"
      aria-label="Add a stage"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <div className="add-row">
        <Labelled label="New stage" value={name} onText={setName} problem={refusal.of('name')} />
        <label className="labelled">
          <span>Means</span>
          <select value={meaning} onChange={(event) => setMeaning(event.target.value as Schemas['Stage'])}>
            {meanings.map((m) => (
              <option key={m.meaning} value={m.meaning}>
                {m.name}
              </option>
            ))}
          </select>
        </label>
        <Button type="submit" variant="outlined">
          Add
        </Button>
      </div>
      {refusal.rest && (
        <div className="notice stop" role="alert">
          {refusal.rest}
        </div>
      )}
    </form>
  );
}

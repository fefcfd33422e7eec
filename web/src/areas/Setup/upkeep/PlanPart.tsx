import Button from '@mui/material/Button';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { Field, Part } from '../../../ui/Fields';
import { Labelled } from '../../../ui/Labelled';
import { useSay } from '../../../ui/Toasts';
import { useKept } from '../../../ui/useKept';
import { useRefusal } from '../../../ui/useRefusal';

type Plan = Schemas['BackupPlanView'];

/** When backups are made by themselves, where to, how many stay, and whether they are sealed. */
export function PlanPart({ plan, renew }: { plan: Plan; renew: () => Promise<unknown> }) {
  const set = useKept((field, value) => unwrap(api.POST('/api/backups/plan', { body: { field, value, version: plan.version } })), renew);
  return (
    <Part title="The plan">
      <Field label="Every day at" value={plan.at} placeholder="such as 10:30 pm" commit={set('at', 'Time', plan.at)} />
      <Field label="Folder" value={plan.folder} placeholder="such as /mnt/backup/shop" commit={set('folder', 'Folder', plan.folder)} />
      <Field
        label="Second folder"
        value={plan.secondFolder}
        placeholder="on another disk or share"
        commit={set('secondFolder', 'Second folder', plan.secondFolder)}
      />
      <Field label="Days kept" value={plan.daily} commit={set('daily', 'Days kept', plan.daily)} />
      <Field label="Weeks kept" value={plan.weekly} commit={set('weekly', 'Weeks kept', plan.weekly)} />
      <Field label="Months kept" value={plan.monthly} commit={set('monthly', 'Months kept', plan.monthly)} />
      <p className="soft small">The last backup of each of these days, weeks and months stays. Work goes on while one is made.</p>
      <PassphraseRow has={plan.hasPassphrase} renew={renew} />
    </Part>
  );
}

function PassphraseRow({ has, renew }: { has: boolean; renew: () => Promise<unknown> }) {
  const [editing, setEditing] = useState(false);
  const [typed, setTyped] = useState('');
  const refusal = useRefusal('passphrase');
  const say = useSay();
  const keep = (passphrase: string) =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/backups/passphrase', { body: { passphrase } }));
      say.done(passphrase ? 'Backups are sealed from now on.' : 'Backups are no longer sealed.');
      setEditing(false);
      setTyped('');
      await renew();
    });
  if (!editing)
    return (
      <p>
        {has ? 'Sealed with a passphrase. ' : 'Not sealed: whoever has a backup can read it. '}
        <button className="linkish" onClick={() => setEditing(true)}>
          {has ? 'Another passphrase…' : 'Seal with a passphrase…'}
        </button>{' '}
        {has && (
          <button className="linkish" onClick={() => void keep('')}>
            No longer seal
          </button>
        )}
      </p>
    );
  return (
    <form
      className="inline-form"
      aria-label="Passphrase"
      onSubmit={(event) => {
        event.preventDefault();
        if (typed) void keep(typed);
      }}
    >
      <Labelled label="Passphrase" value={typed} onText={setTyped} problem={refusal.of('passphrase') ?? refusal.rest} autoFocus />
      <p className="soft small">Write it down and keep it elsewhere. Without it a sealed backup can’t be opened by anyone, ever.</p>
      <div className="row">
        <Button type="submit" variant="contained">
          Seal backups
        </Button>
        <Button onClick={() => setEditing(false)}>Cancel</Button>
      </div>
    </form>
  );
}

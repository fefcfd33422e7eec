import Button from '@mui/material/Button';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { day } from '../../lib/format';
import { Part } from '../../ui/Fields';
import { Labelled } from '../../ui/Labelled';
import { useNow } from '../../lib/shop';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import type { CsvColumn } from '../../lib/csv';
import { SaveCsv } from '../../ui/SaveCsv';

const DAYS_AWAY: CsvColumn<Schemas['AbsenceRow']>[] = [
  ['From', (row) => row.from],
  ['Until', (row) => row.until],
  ['Reason', (row) => row.reason],
];

/** When a person is away. */
export function AbsencesPart({ person, renew }: { person: Schemas['PersonDetail']; renew: () => Promise<unknown> }) {
  const say = useSay();
  const today = useNow();
  const [from, setFrom] = useState('');
  const [until, setUntil] = useState('');
  const [reason, setReason] = useState('');
  const refusal = useRefusal('until', 'reason');
  const add = () =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/people/{id}/absences', { params: { path: { id: person.id } }, body: { from, until, reason } }));
      setFrom('');
      setUntil('');
      setReason('');
      await renew();
    });
  const remove = (absence: Schemas['AbsenceRow']) => {
    const send = (removed: boolean) =>
      unwrap(api.POST('/api/absences/{id}/remove', { params: { path: { id: absence.id } }, body: { removed } })).then(renew);
    send(true).then(() => say.done('Removed.', () => send(false)), say.refused);
  };
  return (
    <Part title="Away" aside={person.absences.length > 0 && <SaveCsv name="days-away" columns={DAYS_AWAY} rows={person.absences} />}>
      <table className="list">
        <tbody>
          {person.absences.map((absence) => (
            <tr key={absence.id}>
              <td className="nowrap">
                {day(absence.from, today)}
                {absence.until !== absence.from && ` to ${day(absence.until, today)}`}
              </td>
              <td className="soft">{absence.reason}</td>
              <td className="right">
                <button className="linkish small" onClick={() => remove(absence)} aria-label={`Remove ${day(absence.from, today)}`}>
                  Remove
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <form
        aria-label="Add days away"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <div className="add-row">
          <Labelled label="From" value={from} onText={setFrom} placeholder="12/24" problem={refusal.rest} />
          <Labelled label="Until" value={until} onText={setUntil} placeholder="the same day" problem={refusal.of('until')} />
          <Labelled label="Reason" value={reason} onText={setReason} placeholder="vacation" problem={refusal.of('reason')} />
          <Button type="submit" variant="outlined">
            Add
          </Button>
        </div>
      </form>
    </Part>
  );
}

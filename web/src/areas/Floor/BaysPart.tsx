import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { AddRow } from '../../ui/AddRow';
import { EditCell } from '../../ui/EditCell';
import { Part } from '../../ui/Fields';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { useKept } from '../../ui/useKept';
import '../../ui/records.css';
import styles from './FloorSetupPage.module.css';

type Bay = Schemas['BayDetail'];
type Renew = () => Promise<unknown>;

const COLUMNS: CsvColumn<Bay>[] = [
  ['Bay', (bay) => bay.name],
  ['Equipment', (bay) => bay.equipment],
  ['Retired', (bay) => bay.retired],
];

/** The shop's bays and what can be done in each. */
export function BaysPart({ bays, renew }: { bays: Bay[]; renew: Renew }) {
  return (
    <Part title="Bays" aside={bays.length > 0 && <SaveCsv name="bays" columns={COLUMNS} rows={bays} />}>
      <p className="soft">Where vehicles are worked on, and what each bay has: lift, alignment, tire machine.</p>
      {bays.length > 0 && (
        <table className="list rows-edited">
          <thead>
            <tr>
              <th scope="col" className={styles.bayName}>
                Bay
              </th>
              <th scope="col">Equipment</th>
              <th scope="col">
                <span className="visually-hidden">Retire</span>
              </th>
            </tr>
          </thead>
          <tbody data-grid>
            {bays.map((bay) => (
              <BayRow key={bay.id} bay={bay} renew={renew} />
            ))}
          </tbody>
        </table>
      )}
      <AddRow title="Add a bay" label="New bay" onAdd={(name) => unwrap(api.POST('/api/bays', { body: { name } })).then(renew)} />
    </Part>
  );
}

function BayRow({ bay, renew }: { bay: Bay; renew: Renew }) {
  const say = useSay();
  const path = { id: bay.id };
  const set = useKept(
    (field, value) => unwrap(api.POST('/api/bays/{id}', { params: { path }, body: { field, value, version: bay.version } })),
    renew,
  );
  const retire = (retired: boolean) => {
    const send = (to: boolean) => unwrap(api.POST('/api/bays/{id}/retire', { params: { path }, body: { retired: to } })).then(renew);
    send(retired).then(
      () => say.done(retired ? `Bay ${bay.name} is retired.` : `Bay ${bay.name} is in use again.`, () => send(!retired)),
      say.refused,
    );
  };
  return (
    <tr className={bay.retired ? 'soft' : ''}>
      <td>
        <EditCell label={`Name of bay ${bay.name}`} value={bay.name} commit={set('name', 'Name', bay.name)} col="bay" />
      </td>
      <td>
        <EditCell
          label={`Equipment of bay ${bay.name}`}
          value={bay.equipment}
          commit={set('equipment', 'Equipment', bay.equipment)}
          col="equipment"
          placeholder="anything"
        />
      </td>
      <td className="right">
        <button className="linkish small" onClick={() => retire(!bay.retired)}>
          {bay.retired ? 'Restore' : 'Retire'}
        </button>
      </td>
    </tr>
  );
}

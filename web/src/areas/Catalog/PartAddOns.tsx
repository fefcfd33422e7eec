import { api, unwrap, type Schemas } from '../../lib/api';
import { Check } from '../../ui/Check';
import { AddRow } from '../../ui/AddRow';
import { EditCell } from '../../ui/EditCell';
import { Part } from '../../ui/Fields';
import { useSay } from '../../ui/Toasts';
import { useKept } from '../../ui/useKept';
import styles from './PartAddOns.module.css';

type AddOn = Schemas['PartAddOn'];
type Renew = () => Promise<unknown>;

const KINDS: [AddOn['kind'], string][] = [
  ['Labor', 'labor'],
  ['Part', 'part'],
  ['Fee', 'fee'],
];

/** What comes along with this one part, for each unit of it. */
export function PartAddOns({ partId, addOns, renew }: { partId: number; addOns: AddOn[]; renew: Renew }) {
  return (
    <Part title="Automatic add-ons">
      <p className="soft">
        Added to the job with each unit of this part, such as programming or a disposal fee. Each can be changed or waived on the repair
        order. Orders that have the part already stay as they are.
      </p>
      {addOns.length > 0 && (
        <table className={`list rows-edited ${styles.table}`}>
          <thead>
            <tr>
              <th scope="col" className={styles.label}>
                Customer description
              </th>
              <th scope="col">Type</th>
              <th scope="col" className="right">
                Each
              </th>
              <th scope="col" className="right">
                Hours
              </th>
              <th scope="col" className="right">
                Cost
              </th>
              <th scope="col">Taxable</th>
              <th scope="col">Pass-through</th>
              <th scope="col">
                <span className="visually-hidden">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody data-grid>
            {addOns.map((addOn) => (
              <AddOnRow key={addOn.id} partId={partId} addOn={addOn} renew={renew} />
            ))}
          </tbody>
        </table>
      )}
      <AddRow
        title="Add an automatic add-on"
        label="New add-on, as the customer reads it"
        field="label"
        onAdd={(label) =>
          unwrap(api.POST('/api/catalog-parts/{id}/add-ons', { params: { path: { id: partId } }, body: { label } })).then(renew)
        }
      />
    </Part>
  );
}

function AddOnRow({ partId, addOn, renew }: { partId: number; addOn: AddOn; renew: Renew }) {
  const say = useSay();
  const path = { id: partId, addOnId: addOn.id };
  const set = useKept(
    (field, value) =>
      unwrap(api.POST('/api/catalog-parts/{id}/add-ons/{addOnId}', { params: { path }, body: { field, value, version: addOn.version } })),
    renew,
  );
  const cell = (field: 'label' | 'amountPerUnit' | 'hoursPerUnit' | 'costPerUnit', label: string) => (
    <EditCell
      label={`${label} of ${addOn.label}`}
      value={addOn[field]}
      commit={set(field, label, addOn[field])}
      col={field}
      className={field === 'label' ? undefined : 'right'}
    />
  );
  const tick = (field: 'taxable' | 'passThrough', label: string) => (
    <Check
      label={`${addOn.label}: ${label.toLowerCase()}`}
      checked={addOn[field]}
      onCheck={(on) => set(field, label, String(addOn[field]))(String(on))}
    />
  );
  const remove = () => {
    unwrap(api.DELETE('/api/catalog-parts/{id}/add-ons/{addOnId}', { params: { path } }))
      .then(renew)
      .then(() => say.done(`${addOn.label} removed. Orders that have it keep it.`), say.refused);
  };
  return (
    <tr>
      <td>{cell('label', 'Description')}</td>
      <td>
        <select
          className="plain-select"
          aria-label={`Type of ${addOn.label}`}
          value={addOn.kind}
          onChange={(event) => void set('kind', 'Type', addOn.kind)(event.target.value).catch(say.refused)}
        >
          {KINDS.map(([kind, words]) => (
            <option key={kind} value={kind}>
              {words}
            </option>
          ))}
        </select>
      </td>
      <td>{cell('amountPerUnit', 'Price')}</td>
      <td>{addOn.kind === 'Labor' && cell('hoursPerUnit', 'Hours')}</td>
      <td>{addOn.kind !== 'Labor' && cell('costPerUnit', 'Cost')}</td>
      <td>{tick('taxable', 'Taxable')}</td>
      <td>{addOn.kind === 'Fee' && tick('passThrough', 'Pass-through')}</td>
      <td className="right">
        <button className="linkish small" onClick={remove}>
          Remove
        </button>
      </td>
    </tr>
  );
}

import { api, unwrap, type Schemas } from '../../lib/api';
import { AddRow } from '../../ui/AddRow';
import { EditCell } from '../../ui/EditCell';
import { Part } from '../../ui/Fields';
import { useSay } from '../../ui/Toasts';
import { useKept } from '../../ui/useKept';
import styles from './BranchesPart.module.css';

type Supplier = Schemas['SupplierDetail'];
type Branch = Schemas['BranchDetail'];
type Renew = () => Promise<unknown>;

/** Places from which a supplier's parts come, each with its own phone and delivery times. */
export function BranchesPart({ supplier, renew }: { supplier: Supplier; renew: Renew }) {
  return (
    <Part title="Branches">
      <p className="soft">Only needed when they have several. A purchase order says which branch it goes to.</p>
      {supplier.branches.length > 0 && (
        <table className={`list rows-edited ${styles.table}`}>
          <thead>
            <tr>
              <th scope="col">Branch</th>
              <th scope="col">Phone</th>
              <th scope="col">Address</th>
              <th scope="col">Delivers</th>
              <th scope="col">
                <span className="visually-hidden">Retire</span>
              </th>
            </tr>
          </thead>
          <tbody data-grid>
            {supplier.branches.map((branch) => (
              <BranchRow key={branch.id} supplierId={supplier.id} branch={branch} renew={renew} />
            ))}
          </tbody>
        </table>
      )}
      <AddRow
        title="Add a branch"
        label="New branch"
        onAdd={(name) =>
          unwrap(api.POST('/api/suppliers/{id}/branches', { params: { path: { id: supplier.id } }, body: { name } })).then(renew)
        }
      />
    </Part>
  );
}

const COLUMNS = [
  ['name', 'Name', ''],
  ['phone', 'Phone', 'same as above'],
  ['address', 'Address', 'none'],
  ['deliveryTimes', 'Delivery times', 'same as above'],
] as const;

function BranchRow({ supplierId, branch, renew }: { supplierId: number; branch: Branch; renew: Renew }) {
  const say = useSay();
  const path = { id: supplierId, branchId: branch.id };
  const set = useKept(
    (field, value) =>
      unwrap(api.POST('/api/suppliers/{id}/branches/{branchId}', { params: { path }, body: { field, value, version: branch.version } })),
    renew,
  );
  const retire = (retired: boolean) => {
    const send = (to: boolean) =>
      unwrap(api.POST('/api/suppliers/{id}/branches/{branchId}/retire', { params: { path }, body: { retired: to } })).then(renew);
    send(retired).then(
      () => say.done(retired ? `Branch ${branch.name} is retired.` : `Branch ${branch.name} is in use again.`, () => send(!retired)),
      say.refused,
    );
  };
  return (
    <tr className={branch.retired ? 'soft' : ''}>
      {COLUMNS.map(([field, label, placeholder]) => (
        <td key={field}>
          <EditCell
            label={`${label} of branch ${branch.name}`}
            value={branch[field]}
            commit={set(field, label, branch[field])}
            col={field}
            placeholder={placeholder}
          />
        </td>
      ))}
      <td className="right">
        <button className="linkish small" onClick={() => retire(!branch.retired)}>
          {branch.retired ? 'Restore' : 'Retire'}
        </button>
      </td>
    </tr>
  );
}

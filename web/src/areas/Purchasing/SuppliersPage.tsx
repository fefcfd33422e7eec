import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useParams, useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { useRefresh } from '../../lib/shop';
import { AddRow } from '../../ui/AddRow';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Field, Part } from '../../ui/Fields';
import { RowLinks } from '../../ui/RowLinks';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { useKept } from '../../ui/useKept';
import '../../ui/records.css';
import { BranchesPart } from './BranchesPart';

type Supplier = Schemas['SupplierDetail'];

const WAYS: Record<Schemas['SupplierOrderWay'], string> = { Electronic: 'electronically', Email: 'by email, as a PDF', Phone: 'by phone' };

const COLUMNS: CsvColumn<Supplier>[] = [
  ['Name', (s) => s.name],
  ['Ordered', (s) => WAYS[s.way]],
  ['Phone', (s) => s.phone],
  ['Email', (s) => s.email],
  ['Contact', (s) => s.contact],
  ['Our account', (s) => s.accountNumber],
  ['Delivers', (s) => s.deliveryTimes],
  ['Cores back within days', (s) => s.coreDays],
  ['Branches', (s) => s.branches.map((branch) => branch.name).join('; ')],
  ['Retired', (s) => s.retired],
];

/** Who sells parts to the shop. */
export default function SuppliersPage() {
  const id = Number(useParams().id);
  const suppliers = useQuery({ queryKey: ['setup', 'suppliers'], queryFn: ({ signal }) => unwrap(api.GET('/api/suppliers', { signal })) });
  if (suppliers.error && !suppliers.data) return <Failed error={suppliers.error} again={() => void suppliers.refetch()} />;
  if (!suppliers.data) return <Loading what="suppliers" />;
  const chosen = suppliers.data.find((supplier) => supplier.id === id);
  return (
    <div className="own-page">
      <div className="record-side">
        <Part title="Suppliers" aside={suppliers.data.length > 0 && <SaveCsv name="suppliers" columns={COLUMNS} rows={suppliers.data} />}>
          {suppliers.data.length === 0 && (
            <Empty title="No suppliers yet">Add the one you call most. With a supplier, needed parts can be put on a purchase order.</Empty>
          )}
          <RowLinks
            label="Suppliers"
            rows={suppliers.data.map((supplier) => ({
              key: supplier.id,
              to: `/setup/suppliers/${supplier.id}`,
              name: supplier.name,
              soft: supplier.retired,
              aside: supplier.retired ? 'retired' : WAYS[supplier.way],
              more: supplier.phone,
            }))}
          />
          <AddSupplier />
        </Part>
      </div>
      <div className="record-main">
        {chosen ? (
          <SupplierPart key={chosen.id} supplier={chosen} />
        ) : (
          suppliers.data.length > 0 && (
            <Part title="How parts are ordered">
              <p>
                A supplier with a service of their own is asked for price and stock while you write the estimate, and takes orders
                electronically. Others get the purchase order as a PDF by email, or you call them; either way you note what they say.
              </p>
            </Part>
          )
        )}
      </div>
    </div>
  );
}

function AddSupplier() {
  const refresh = useRefresh();
  const navigate = useNavigate();
  const add = async (name: string) => {
    const { id } = await unwrap(api.POST('/api/suppliers', { body: { name } }));
    await refresh(['setup', 'suppliers'], ['shop'], ['parts']);
    void navigate(`/setup/suppliers/${id}`);
  };
  return <AddRow title="Add a supplier" label="Name" onAdd={add} />;
}

function SupplierPart({ supplier: s }: { supplier: Supplier }) {
  const refresh = useRefresh();
  const say = useSay();
  const renew = () => refresh(['setup', 'suppliers'], ['shop'], ['parts']);
  const path = { id: s.id };
  const set = useKept(
    (field, value) => unwrap(api.POST('/api/suppliers/{id}', { params: { path }, body: { field, value, version: s.version } })),
    renew,
  );
  const retire = (retired: boolean) => {
    const send = (to: boolean) => unwrap(api.POST('/api/suppliers/{id}/retire', { params: { path }, body: { retired: to } })).then(renew);
    send(retired).then(
      () => say.done(retired ? `${s.name} is retired; what was ordered stays.` : `${s.name} restored.`, () => send(!retired)),
      say.refused,
    );
  };
  return (
    <>
      <Part title={s.name} aside={<Button onClick={() => retire(!s.retired)}>{s.retired ? 'Restore' : 'Retire'}</Button>}>
        <Field label="Name" value={s.name} commit={set('name', 'Name', s.name)} />
        <Field label="Phone" value={s.phone} commit={set('phone', 'Phone', s.phone)} placeholder="none" />
        <Field label="Contact" value={s.contact} commit={set('contact', 'Contact', s.contact)} placeholder="whom to ask for" />
        <Field label="Email" value={s.email} commit={set('email', 'Email', s.email)} placeholder="none" />
        <Field
          label="Our account"
          value={s.accountNumber}
          commit={set('accountNumber', 'Account number', s.accountNumber)}
          placeholder="account number"
        />
        <Field
          label="Delivers"
          value={s.deliveryTimes}
          commit={set('deliveryTimes', 'Delivery times', s.deliveryTimes)}
          placeholder="such as weekdays at 10 and 2"
        />
        <Field label="Days for cores" value={`${s.coreDays}`} commit={set('coreDays', 'Days for cores', `${s.coreDays}`)} />
        <div className="field-row">
          <span className="soft">Ordered</span>
          <select
            aria-label="Ordered"
            value={s.way}
            onChange={(event) => void set('way', 'How orders go out', s.way)(event.target.value).catch(say.refused)}
          >
            {Object.entries(WAYS).map(([way, words]) => (
              <option key={way} value={way}>
                {words}
              </option>
            ))}
          </select>
        </div>
        <Field label="Their service" value={s.code} commit={set('code', 'Service', s.code)} placeholder="none" />
        <p className="soft small">
          The name of the service comes from the supplier. With one, orders can go out electronically, and prices and stock are checked
          automatically.
        </p>
      </Part>
      <BranchesPart supplier={s} renew={renew} />
    </>
  );
}

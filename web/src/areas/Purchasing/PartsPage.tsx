import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unlessKept, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { figure, moment, unitAmount, wallTime } from '../../lib/format';
import { useMay, useNow, useRefresh, useShop } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { PurchaseCard } from './PurchaseCard';
import './parts.css';
import styles from './PartsPage.module.css';

type Needed = Schemas['NeededPartView'];

const NEEDED: CsvColumn<Needed>[] = [
  ['Order', (part) => part.orderNumber],
  ['Plate', (part) => part.plate],
  ['Vehicle', (part) => part.vehicle],
  ['Job', (part) => part.job],
  ['Part', (part) => part.description],
  ['Part number', (part) => part.number],
  ['Qty', (part) => part.quantity],
  ['Cost', (part) => part.unitCost],
  ['Promised', (part) => part.promisedAt],
];

const ON_ORDER: CsvColumn<{ purchase: Schemas['PurchaseView']; line: Schemas['PurchaseLineView'] }>[] = [
  ['Purchase order', ({ purchase }) => purchase.number],
  ['Supplier', ({ purchase }) => purchase.supplier],
  ['Status', ({ purchase }) => purchase.stateText],
  ['Reference', ({ purchase }) => purchase.supplierReference],
  ['Expected (UTC)', ({ purchase }) => purchase.expectedAt],
  ['Order', ({ line }) => line.orderNumber],
  ['Plate', ({ line }) => line.plate],
  ['Part', ({ line }) => line.description],
  ['Part number', ({ line }) => line.number],
  ['Ordered', ({ line }) => line.quantity],
  ['Received', ({ line }) => line.received],
  ['Cost', ({ line }) => line.unitCost],
];

/** What approved work needs, and what is on the way. */
export default function PartsPage() {
  const client = useQueryClient();
  const parts = useQuery({
    queryKey: ['parts'],
    queryFn: ({ signal }) => unlessKept(client, ['parts'], (headers) => api.GET('/api/parts', { signal, headers })),
    refetchInterval: 60_000,
  });
  const mayOrder = useMay('OrderParts');
  if (parts.error && !parts.data) return <Failed error={parts.error} again={() => void parts.refetch()} />;
  if (!parts.data) return <Loading what="parts" />;
  const data = parts.data;
  return (
    <div className="page">
      <div className="page-head">
        <h1>Parts</h1>
        <span className="soft">
          <b>{data.needed.length}</b> to order · <b>{data.onTheWay.length}</b> purchase orders open
        </span>
      </div>
      <NeededList needed={data.needed} suppliers={data.suppliers} mayOrder={mayOrder} />
      <section className="card">
        <header>
          <h2>On order</h2>
          <span className="grow" />
          {data.onTheWay.length > 0 && (
            <SaveCsv
              name="parts on order"
              columns={ON_ORDER}
              rows={data.onTheWay.flatMap((purchase) => purchase.lines.map((line) => ({ purchase, line })))}
            />
          )}
        </header>
        {data.onTheWay.length === 0 ? (
          <Empty title="Nothing on order">Parts on order appear here until they are received.</Empty>
        ) : (
          data.onTheWay.map((purchase) => <PurchaseCard key={purchase.id} purchase={purchase} mayReceive={mayOrder} />)
        )}
      </section>
      {data.lately.length > 0 && (
        <section className="card">
          <header>
            <h2>Recently received</h2>
          </header>
          {data.lately.map((purchase) => (
            <PurchaseCard key={purchase.id} purchase={purchase} mayReceive={false} />
          ))}
        </section>
      )}
    </div>
  );
}

function NeededList({ needed, suppliers, mayOrder }: { needed: Needed[]; suppliers: Schemas['SupplierView'][]; mayOrder: boolean }) {
  const [left, setLeft] = useState<Set<number>>(new Set());
  const [moved, setMoved] = useState<Record<number, number>>({});
  const [sending, setSending] = useState<string | null>(null);
  const refresh = useRefresh();
  const say = useSay();
  const shop = useShop();
  const now = useNow();
  const [branches, setBranches] = useState<Record<number, number | null>>({});
  const supplierOf = (part: Needed) => moved[part.lineId] ?? part.supplierId;
  const order = async (supplier: Schemas['SupplierView'], lines: Needed[]) => {
    setSending(supplier.name);
    try {
      const placed = await unwrap(
        api.POST('/api/purchase-orders', {
          body: { supplierId: supplier.id, branchId: branches[supplier.id] ?? null, lineIds: lines.map((l) => l.lineId) },
        }),
      );
      await refresh(['parts']);
      if (supplier.way === 'Phone') {
        say.done(
          `Purchase order ${placed.number} is written. Call ${supplier.name}${supplier.phone && `, ${supplier.phone}`}, and note what they say.`,
        );
        return;
      }
      if (supplier.way === 'Email') {
        say.done(`Purchase order ${placed.number} is on its way to ${supplier.name} by email.`);
        return;
      }
      const handed = await unwrap(api.POST('/api/purchase-orders/{id}/send', { params: { path: { id: placed.id } } }));
      if (handed.trouble) say.refused(new Error(handed.trouble));
      say.done(
        handed.trouble
          ? `Purchase order ${placed.number} is saved. ${supplier.name} has not accepted it yet; it will be sent again automatically.`
          : `Purchase order ${placed.number}: ${supplier.name} ${handed.stateText.toLowerCase()}${handed.expectedAt && shop ? `, by ${moment(wallTime(handed.expectedAt, shop.timeZone), now)}` : ''}.`,
      );
    } catch (error) {
      say.refused(error);
    } finally {
      setSending(null);
      await refresh(['parts'], ['floor']);
    }
  };
  return (
    <section className="card" aria-label="Needs ordering">
      <header>
        <h2>Needs ordering</h2>
        {needed.length > 0 && <SaveCsv name="parts to order" columns={NEEDED} rows={needed} />}
        <span className="grow" />
        {mayOrder &&
          suppliers.map((supplier) => {
            const lines = needed.filter((part) => !left.has(part.lineId) && supplierOf(part) === supplier.id);
            return (
              lines.length > 0 && (
                <span key={supplier.id} className="row">
                  {supplier.branches.length > 0 && (
                    <select
                      className="plain-select"
                      aria-label={`Branch of ${supplier.name}`}
                      value={branches[supplier.id] ?? ''}
                      onChange={(event) => setBranches({ ...branches, [supplier.id]: Number(event.target.value) || null })}
                    >
                      <option value="">any branch</option>
                      {supplier.branches.map((branch) => (
                        <option key={branch.id} value={branch.id}>
                          {branch.name}
                        </option>
                      ))}
                    </select>
                  )}
                  <Button variant="contained" disabled={sending !== null} onClick={() => void order(supplier, lines)}>
                    {sending === supplier.name
                      ? `Ordering from ${supplier.name}…`
                      : `Order ${lines.length === 1 ? '1 part' : `${lines.length} parts`} from ${supplier.name}`}
                  </Button>
                </span>
              )
            );
          })}
      </header>
      {needed.length > 0 && suppliers.length === 0 && (
        <div className="notice">
          Nobody to order from yet: a manager adds suppliers in <Link to="/setup/suppliers">Setup</Link>.
        </div>
      )}
      {needed.length === 0 ? (
        <Empty title="Nothing to order">Approved parts that are not in stock appear here.</Empty>
      ) : (
        <table className="list">
          <thead>
            <tr>
              <th />
              <th>For</th>
              <th>Part</th>
              <th>Part number</th>
              <th className="right">Qty</th>
              <th className="right">Cost</th>
              <th>Supplier</th>
              <th>Promised time</th>
            </tr>
          </thead>
          <tbody>
            {needed.map((part) => (
              <tr key={part.lineId}>
                <td className={styles.tick}>
                  <input
                    type="checkbox"
                    className="tick-box"
                    aria-label={`Order ${part.description}`}
                    checked={!left.has(part.lineId)}
                    onChange={() =>
                      setLeft(new Set(left.has(part.lineId) ? [...left].filter((id) => id !== part.lineId) : [...left, part.lineId]))
                    }
                  />
                </td>
                <td>
                  <Link to={`/orders/${part.orderId}`} className="plain">
                    <Plate text={part.plate || String(part.orderNumber)} />
                  </Link>{' '}
                  {part.vehicle}
                  <div className="soft small">{part.job}</div>
                </td>
                <td className="strong">{part.description}</td>
                <td>{part.number}</td>
                <td className="right">{figure(part.quantity)}</td>
                <td className="right">{unitAmount(part.unitCost)}</td>
                <td>
                  <select
                    className="plain-select"
                    aria-label={`Supplier of ${part.description}`}
                    value={supplierOf(part)}
                    onChange={(event) => setMoved({ ...moved, [part.lineId]: Number(event.target.value) })}
                  >
                    {suppliers.map((s) => (
                      <option key={s.id} value={s.id}>
                        {s.name}
                      </option>
                    ))}
                  </select>
                </td>
                <td className="nowrap">{part.promisedAt ? moment(part.promisedAt, now) : ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

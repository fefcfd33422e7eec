import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unlessKept, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { figure, unitAmount } from '../../lib/format';
import { useMay, useRefresh } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import '../../ui/parts.css';
import styles from './StockPage.module.css';

type Row = Schemas['ReorderRow'];

const COLUMNS: CsvColumn<Row>[] = [
  ['Number', ({ part }) => part.number],
  ['Description', ({ part }) => part.description],
  ['Available', ({ part }) => part.free],
  ['On order', ({ part }) => part.onOrder],
  ['Reorder at', ({ part }) => part.lowestLevel],
  ['Fill up to', ({ part }) => part.fillLevel],
  ['Pack of', (row) => row.packSize],
  ['To order', (row) => row.quantity],
];

/** What is low, in whole packs by supplier: one key orders it. */
export default function ReorderPage() {
  const client = useQueryClient();
  const mayOrder = useMay('OrderParts');
  const refresh = useRefresh();
  const say = useSay();
  const [units, setUnits] = useState<Record<number, string>>({});
  const [moved, setMoved] = useState<Record<number, number>>({});
  const [busy, setBusy] = useState(false);
  const low = useQuery({ queryKey: ['stock', 'reorder'], queryFn: ({ signal }) => unwrap(api.GET('/api/stock/reorder', { signal })) });
  const parts = useQuery({
    queryKey: ['parts'],
    queryFn: ({ signal }) => unlessKept(client, ['parts'], (headers) => api.GET('/api/parts', { signal, headers })),
  });
  const failed = low.error ?? parts.error;
  if (failed && (!low.data || !parts.data)) return <Failed error={failed} again={() => void refresh(['stock'], ['parts'])} />;
  if (!low.data || !parts.data) return <Loading what="what is low" />;
  const suppliers = parts.data.suppliers;
  const supplierOf = (row: Row) => moved[row.part.id] ?? (row.supplierId || suppliers[0]?.id || 0);
  const unitsOf = (row: Row) => units[row.part.id] ?? figure(row.quantity);
  const groups = suppliers.map((supplier) => ({ supplier, rows: low.data.filter((row) => supplierOf(row) === supplier.id) }));
  const order = async (supplier: Schemas['SupplierView'], rows: Row[]) => {
    setBusy(true);
    try {
      const placed = await unwrap(
        api.POST('/api/purchase-orders', {
          body: {
            supplierId: supplier.id,
            lineIds: [],
            branchId: null,
            message: null,
            delivery: null,
            stock: rows.map((row) => ({ partId: row.part.id, quantity: unitsOf(row) })),
            costs: null,
          },
        }),
      );
      say.done(
        supplier.way === 'Phone'
          ? `Purchase order ${placed.number} is written. Call ${supplier.name}${supplier.phone && `, ${supplier.phone}`}.`
          : `Purchase order ${placed.number} is on its way to ${supplier.name}.`,
      );
    } catch (error) {
      say.refused(error);
    } finally {
      setBusy(false);
      await refresh(['stock'], ['parts']);
    }
  };
  return (
    <div className="page">
      <div className="page-head">
        <h1>Reorder</h1>
        <span className="soft">
          {low.data.length === 1 ? '1 part is low' : `${low.data.length} parts are low`}: the fewest whole packs that reach the fill level
        </span>
        <span className="grow" />
        {low.data.length > 0 && <SaveCsv name="reorder" columns={COLUMNS} rows={low.data} />}
      </div>
      {low.data.length === 0 ? (
        <Empty title="Nothing is low">
          A part is proposed here when what is available and on order is at its lowest level. Set levels in{' '}
          <Link to="/setup/parts">Parts catalog</Link>.
        </Empty>
      ) : (
        groups
          .filter((group) => group.rows.length > 0)
          .map(({ supplier, rows }) => (
            <section key={supplier.id} className="card" aria-label={supplier.name}>
              <header>
                <h2>{supplier.name}</h2>
                <span className="grow" />
                {mayOrder && (
                  <Button variant="contained" disabled={busy} onClick={() => void order(supplier, rows)}>
                    {rows.length === 1 ? 'Order 1 part' : `Order ${rows.length} parts`}
                  </Button>
                )}
              </header>
              <table className="list">
                <thead>
                  <tr>
                    <th>Number</th>
                    <th>Part</th>
                    <th className="right">Available</th>
                    <th className="right">On order</th>
                    <th className="right">Levels</th>
                    <th className="right">Last cost</th>
                    <th className="right">To order</th>
                    <th>Supplier</th>
                  </tr>
                </thead>
                <tbody>
                  {rows.map((row) => (
                    <tr key={row.part.id}>
                      <td>
                        <Link to={`/parts/stock/${row.part.id}`}>{row.part.number}</Link>
                      </td>
                      <td className="strong">{row.part.description}</td>
                      <td className="right">
                        {figure(row.part.free)} {row.part.unit}
                      </td>
                      <td className="right">{row.part.onOrder ? figure(row.part.onOrder) : ''}</td>
                      <td className="right soft">
                        {figure(row.part.lowestLevel)} to {figure(row.part.fillLevel)}
                      </td>
                      <td className="right">{unitAmount(row.part.lastCost)}</td>
                      <td className="right">
                        <label className="receive-field">
                          {row.packSize > 1 && `packs of ${figure(row.packSize)}`}
                          <input
                            className={styles.units}
                            aria-label={`How many of ${row.part.description}`}
                            value={unitsOf(row)}
                            onFocus={(event) => event.target.select()}
                            onChange={(event) => setUnits({ ...units, [row.part.id]: event.target.value })}
                          />
                        </label>
                      </td>
                      <td>
                        <select
                          className="plain-select"
                          aria-label={`Supplier of ${row.part.description}`}
                          value={supplierOf(row)}
                          onChange={(event) => setMoved({ ...moved, [row.part.id]: Number(event.target.value) })}
                        >
                          {suppliers.map((one) => (
                            <option key={one.id} value={one.id}>
                              {one.name}
                            </option>
                          ))}
                        </select>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          ))
      )}
    </div>
  );
}

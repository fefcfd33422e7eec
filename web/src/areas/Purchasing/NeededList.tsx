import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { figure, moment, unitAmount } from '../../lib/format';
import { useNow, useRefresh } from '../../lib/shop';
import { Empty } from '../../ui/Feedback';
import { Plate } from '../../ui/Plate';
import { SaveCsv } from '../../ui/SaveCsv';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { useSay } from '../../ui/Toasts';
import { useNeededOffers, type SupplierOffer } from './useNeededOffers';
import styles from './NeededList.module.css';

type Needed = Schemas['NeededPartView'];
type Supplier = Schemas['SupplierView'];
type By = 'supplier' | 'order';

const NEEDED: CsvColumn<Needed>[] = [
  ['Order', (part) => part.orderNumber],
  ['Plate', (part) => part.plate],
  ['Vehicle', (part) => part.vehicle],
  ['Job', (part) => part.job],
  ['Part', (part) => part.description],
  ['Part number', (part) => part.number],
  ['Qty', (part) => part.quantity],
  ['Here', (part) => part.here],
  ['Cost', (part) => part.unitCost],
  ['Promised', (part) => part.promisedAt],
  ['Refused', (part) => part.refused],
];

interface Props {
  needed: Needed[];
  suppliers: Supplier[];
  mayOrder: boolean;
  onOrder: (supplier: Supplier, lines: Needed[]) => void;
}

/** What approved work waits for and nobody ordered, by supplier or by repair order. */
export function NeededList({ needed, suppliers, mayOrder, onOrder }: Props) {
  const [by, setBy] = useState<By>('supplier');
  const [moved, setMoved] = useState<Record<number, number>>({});
  const offers = useNeededOffers(needed, suppliers, mayOrder);
  const supplierOf = (part: Needed) => moved[part.lineId] ?? part.supplierId;
  const groups = new Map<number, Needed[]>();
  for (const part of needed) {
    const key = by === 'supplier' ? (part.number ? supplierOf(part) : -1) : part.orderId;
    groups.set(key, [...(groups.get(key) ?? []), part]);
  }
  return (
    <section className="card" aria-label="Needs ordering">
      <header>
        <h2>Needs ordering</h2>
        {needed.length > 0 && <SaveCsv name="parts to order" columns={NEEDED} rows={needed} />}
        <span className="grow" />
        {needed.length > 1 && (
          <SegmentedControl
            label="Group by"
            value={by}
            choices={[
              ['supplier', 'By supplier'],
              ['order', 'By repair order'],
            ]}
            onChange={setBy}
          />
        )}
      </header>
      {needed.length > 0 && suppliers.length === 0 && (
        <div className="notice">
          Nobody to order from yet: a manager adds suppliers in <Link to="/setup/suppliers">Setup</Link>.
        </div>
      )}
      {needed.length === 0 ? (
        <Empty title="Nothing to order">Approved parts that are not in stock appear here.</Empty>
      ) : (
        [...groups].map(([key, parts]) => {
          const supplier = by === 'supplier' ? suppliers.find((s) => s.id === key) : undefined;
          const first = parts[0]!;
          return (
            <div key={key} className={styles.group}>
              <div className={styles.head}>
                {by === 'supplier' ? <b>{supplier?.name ?? (key === -1 ? 'No source yet' : 'No supplier')}</b> : <OrderHead part={first} />}
                <span className="grow" />
                {mayOrder && supplier && (
                  <Button variant="contained" onClick={() => onOrder(supplier, parts)}>
                    {parts.length === 1 ? 'Order 1 part…' : `Order ${parts.length} parts…`}
                  </Button>
                )}
              </div>
              <table className={`list ${styles.table}`}>
                <tbody>
                  {parts.map((part) => (
                    <NeededRow
                      key={part.lineId}
                      part={part}
                      withOrder={by === 'supplier'}
                      suppliers={suppliers}
                      supplierId={supplierOf(part)}
                      offers={offers.get(part.lineId) ?? []}
                      mayOrder={mayOrder}
                      onSupplier={(id) => setMoved({ ...moved, [part.lineId]: id })}
                    />
                  ))}
                </tbody>
              </table>
            </div>
          );
        })
      )}
    </section>
  );
}

function OrderHead({ part }: { part: Needed }) {
  const now = useNow();
  return (
    <>
      <Link to={`/orders/${part.orderId}`} className="plain">
        <Plate text={part.plate || String(part.orderNumber)} />
      </Link>
      <span>{part.vehicle}</span>
      {part.promisedAt && (
        <span className={part.urgent ? 'strong' : 'soft'}>
          {part.urgent ? 'urgent, ' : ''}promised {moment(part.promisedAt, now)}
        </span>
      )}
    </>
  );
}

interface RowProps {
  part: Needed;
  withOrder: boolean;
  suppliers: Supplier[];
  supplierId: number;
  offers: SupplierOffer[];
  mayOrder: boolean;
  onSupplier: (id: number) => void;
}

function NeededRow({ part, withOrder, suppliers, supplierId, offers, mayOrder, onSupplier }: RowProps) {
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const take = (fromLineId: number, number: number) =>
    unwrap(api.POST('/api/stock/reserved', { body: { fromLineId, toLineId: part.lineId } })).then(async (moved) => {
      say.done(`${figure(moved.quantity)} taken from RO ${number}.`, () =>
        unwrap(api.POST('/api/stock/reserved', { body: { fromLineId: part.lineId, toLineId: fromLineId } })).then(() => refresh(['parts'])),
      );
      await refresh(['parts']);
    }, say.refused);
  return (
    <tr>
      <td className={styles.order}>
        {withOrder && (
          <>
            <Link to={`/orders/${part.orderId}`} className="plain">
              <Plate text={part.plate || String(part.orderNumber)} />
            </Link>
            <div className={part.urgent ? 'small strong' : 'small soft'}>
              {part.promisedAt ? `${part.urgent ? 'urgent, ' : ''}${moment(part.promisedAt, now)}` : part.vehicle}
            </div>
          </>
        )}
      </td>
      <td>
        <span className="strong">{part.description}</span>
        <div className="soft small">{part.job}</div>
        {part.refused && <div className="stop small">{part.refused}</div>}
        {part.elsewhere.map((other) => (
          <div key={other.lineId} className="small">
            {figure(other.quantity)} reserved for RO {other.orderNumber} {other.plate}
            {other.promisedAt && <span className="soft">, promised {moment(other.promisedAt, now)}</span>}{' '}
            {mayOrder && (
              <button className="linkish" onClick={() => void take(other.lineId, other.orderNumber)}>
                Take for this order
              </button>
            )}
          </div>
        ))}
      </td>
      <td className={styles.number}>
        {part.number || <span className="soft">no number</span>}
        {(part.refused || !part.number) && (
          <div>
            <Link to={`/orders/${part.orderId}?source=${part.lineId}`}>{part.number ? 'Replace…' : 'Find a source…'}</Link>
          </div>
        )}
      </td>
      <td className={`right ${styles.figure}`}>
        {figure(part.quantity)}
        {part.here > 0 && <div className="soft small">{figure(part.here)} here</div>}
      </td>
      <td className={`right ${styles.figure}`}>{unitAmount(part.unitCost)}</td>
      <td className={styles.supplier}>
        <select
          className="plain-select"
          aria-label={`Supplier of ${part.description}`}
          value={supplierId}
          disabled={!mayOrder}
          onChange={(event) => onSupplier(Number(event.target.value))}
        >
          {suppliers.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </select>
        {offers.map((offer) => (
          <button
            key={offer.supplierId}
            className={`${styles.offer} ${offer.supplierId === supplierId ? 'strong' : 'soft'}`}
            aria-label={`${offer.supplier} for ${part.description}`}
            aria-pressed={offer.supplierId === supplierId}
            onClick={() => onSupplier(offer.supplierId)}
          >
            <span className="clip">{offer.supplier}</span>
            <span className="grow" />
            {offer.available ? (
              <>
                <span>{offer.unitCost === null ? 'no price' : unitAmount(offer.unitCost)}</span>
                <span className={offer.late ? 'stop' : undefined}>by {moment(offer.here, now)}</span>
              </>
            ) : (
              <span>{offer.stateText}</span>
            )}
          </button>
        ))}
      </td>
    </tr>
  );
}

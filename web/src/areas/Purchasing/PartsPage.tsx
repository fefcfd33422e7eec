import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unlessKept, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { useMay } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { AskedList } from './AskedList';
import { NeededList } from './NeededList';
import { OrderPanel } from './OrderPanel';
import { PurchaseCard } from './PurchaseCard';
import { SubletList } from './SubletList';
import '../../ui/parts.css';

type Ordering = { supplier: Schemas['SupplierView']; lines: Schemas['NeededPartView'][] };

const ON_ORDER: CsvColumn<{ purchase: Schemas['PurchaseView']; line: Schemas['PurchaseLineView'] }>[] = [
  ['Purchase order', ({ purchase }) => purchase.number],
  ['Supplier', ({ purchase }) => purchase.supplier],
  ['Status', ({ purchase, line }) => line.stateText || purchase.stateText],
  ['Reference', ({ purchase }) => purchase.supplierReference],
  ['Expected (UTC)', ({ purchase, line }) => line.expectedAt ?? purchase.expectedAt],
  ['Order', ({ line }) => line.orderNumber ?? 'stock'],
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
  const [ordering, setOrdering] = useState<Ordering | null>(null);
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
      <AskedList requests={data.requests} />
      <NeededList
        needed={data.needed}
        suppliers={data.suppliers}
        mayOrder={mayOrder}
        onOrder={(supplier, lines) => setOrdering({ supplier, lines })}
      />
      <SubletList sublets={data.sublets} suppliers={data.suppliers} mayOrder={mayOrder} />
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
            <h2>Lately received, refused or called off</h2>
          </header>
          {data.lately.map((purchase) => (
            <PurchaseCard key={purchase.id} purchase={purchase} mayReceive={mayOrder} />
          ))}
        </section>
      )}
      {ordering && <OrderPanel {...ordering} onClose={() => setOrdering(null)} />}
    </div>
  );
}

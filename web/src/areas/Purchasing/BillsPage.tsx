import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount, day, figure, moment, unitAmount } from '../../lib/format';
import { useMay, useNow, useRefresh } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { SaveCsv } from '../../ui/SaveCsv';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import { BillPanel } from './BillPanel';
import { CreditForm, CreditsCard } from './CreditsCard';
import { OfferedBills } from './OfferedBills';
import '../../ui/parts.css';

type Bill = Schemas['BillView'];
type Unbilled = Schemas['UnbilledView'];
type BillRead = Schemas['BillRead'];

const BILLS: CsvColumn<Bill>[] = [
  ['Bill', (bill) => bill.number],
  ['Supplier', (bill) => bill.supplier],
  ['Date', (bill) => bill.billedOn],
  ['Due', (bill) => bill.dueOn],
  ['Freight', (bill) => bill.freight],
  ['Tax', (bill) => bill.tax],
  ['Total', (bill) => bill.total],
  ['Disputed', (bill) => bill.disputed],
  ['To pay', (bill) => bill.payable],
  ['Paid', (bill) => bill.paidAt],
  ['How', (bill) => bill.paidHow],
];
const UNBILLED: CsvColumn<Unbilled>[] = [
  ['Supplier', (row) => row.supplier],
  ['Purchase order', (row) => row.purchaseNumber],
  ['Packing slip', (row) => row.slipNumber],
  ['Part number', (row) => row.partNumber],
  ['Part', (row) => row.description],
  ['Qty', (row) => row.quantity],
  ['Cost', (row) => row.unitCost],
  ['Received', (row) => row.cameAt],
];

/** Suppliers' bills, held against what was received; and what came that nobody billed yet. */
export default function BillsPage() {
  const mayEnter = useMay('OrderParts');
  const [entering, setEntering] = useState<{ supplierId: number; read?: BillRead } | null>(null);
  const page = useQuery({ queryKey: ['parts', 'bills'], queryFn: ({ signal }) => unwrap(api.GET('/api/supplier-bills', { signal })) });
  const now = useNow();
  if (page.error && !page.data) return <Failed error={page.error} again={() => void page.refetch()} />;
  if (!page.data) return <Loading what="bills" />;
  const { bills, unbilled } = page.data;
  const suppliers = [...new Map(unbilled.map((row) => [row.supplierId, row.supplier]))];
  return (
    <div className="page">
      <div className="page-head">
        <h1>Supplier bills</h1>
        <span className="grow" />
        {mayEnter && (
          <Button variant="contained" onClick={() => setEntering({ supplierId: 0 })}>
            Enter a bill…
          </Button>
        )}
      </div>
      {mayEnter && <OfferedBills onRead={(read) => setEntering({ supplierId: read.supplierId ?? 0, read })} />}
      <section className="card" aria-label="Bills">
        <header>
          <h2>Bills</h2>
          <span className="grow" />
          {bills.length > 0 && <SaveCsv name="supplier bills" columns={BILLS} rows={bills} />}
        </header>
        {bills.length === 0 ? (
          <Empty title="No bills yet">Enter a supplier's bill, or read it from a UBL file, and hold it against what was received.</Empty>
        ) : (
          bills.map((bill) => <BillCard key={bill.id} bill={bill} />)
        )}
      </section>
      <section className="card" aria-label="Received and not billed">
        <header>
          <h2>Received and not billed</h2>
          <span className="grow" />
          {unbilled.length > 0 && <SaveCsv name="received and not billed" columns={UNBILLED} rows={unbilled} />}
        </header>
        {unbilled.length === 0 ? (
          <Empty title="Everything is billed">What is received appears here until a bill is there for it.</Empty>
        ) : (
          suppliers.map(([id, name]) => (
            <div key={id} className="purchase">
              <div className="spread">
                <b>{name}</b>
                {mayEnter && <Button onClick={() => setEntering({ supplierId: id })}>Enter their bill…</Button>}
              </div>
              <table className="list">
                <tbody>
                  {unbilled
                    .filter((row) => row.supplierId === id)
                    .map((row) => (
                      <tr key={`${row.receiptLineId} ${row.subletId}`}>
                        <td>
                          {row.description} <span className="soft small">{row.partNumber}</span>
                        </td>
                        <td className="soft">
                          {row.subletId === null ? `PO ${row.purchaseNumber}` : `sublet, order ${row.orderNumber}`}
                          {row.slipNumber && `, slip ${row.slipNumber}`}
                        </td>
                        <td className="soft nowrap">{moment(row.cameAt, now)}</td>
                        <td className="right po-figure">{figure(row.quantity)}</td>
                        <td className="right po-figure">{unitAmount(row.unitCost)}</td>
                      </tr>
                    ))}
                </tbody>
              </table>
            </div>
          ))
        )}
      </section>
      <CreditsCard />
      {entering && <BillPanel unbilled={unbilled} {...entering} onClose={() => setEntering(null)} />}
    </div>
  );
}

function BillCard({ bill }: { bill: Bill }) {
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const mayPay = useMay('PaySuppliers');
  const mayEnter = useMay('OrderParts');
  const [paying, setPaying] = useState(false);
  const [crediting, setCrediting] = useState(false);
  const [how, setHow] = useState('');
  const refusal = useRefusal();
  const params = { path: { id: bill.id } };
  const renew = () => refresh(['parts', 'bills']);
  const pay = () =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/supplier-bills/{id}/pay', { params, body: { how } }));
      setPaying(false);
      say.done(`Bill ${bill.number} is marked paid.`, () => unwrap(api.POST('/api/supplier-bills/{id}/unpay', { params })).then(renew));
      await renew();
    });
  return (
    <div className="purchase">
      <div className="spread">
        <span>
          <b>
            {bill.supplier} {bill.number}
          </b>{' '}
          <span className={`po-state ${bill.overdue ? 'stop' : ''}`}>{bill.paidAt ? 'Paid' : bill.overdue ? 'Overdue' : 'To pay'}</span>{' '}
          <span className="soft">
            {[
              day(bill.billedOn, now),
              bill.paidAt ? `paid ${day(bill.paidAt, now)}${bill.paidHow && `, ${bill.paidHow}`}` : `due ${day(bill.dueOn, now)}`,
              bill.freight > 0 && `freight ${amount(bill.freight)}`,
              bill.tax > 0 && `tax ${amount(bill.tax)}`,
              bill.disputed > 0 && `${amount(bill.disputed)} disputed`,
              bill.credited > 0 && `${amount(bill.credited)} of it credited`,
            ]
              .filter(Boolean)
              .join(' · ')}
          </span>
        </span>
        <span className="row">
          <b>{amount(bill.payable)}</b>
          {mayEnter && bill.disputed > bill.credited && !crediting && (
            <Button onClick={() => setCrediting(true)}>Enter credit memo…</Button>
          )}
          {mayPay && !bill.paidAt && !paying && (
            <Button variant="outlined" onClick={() => setPaying(true)}>
              Mark paid…
            </Button>
          )}
        </span>
      </div>
      {crediting && <CreditForm bill={bill} onClose={() => setCrediting(false)} />}
      {paying && (
        <form
          className="notice row"
          onSubmit={(event) => {
            event.preventDefault();
            void pay();
          }}
        >
          <div className="grow">
            <Labelled label="How: a check number, a transfer" value={how} onText={setHow} autoFocus maxLength={80} problem={refusal.rest} />
          </div>
          <Button onClick={() => setPaying(false)}>Cancel</Button>
          <Button type="submit" variant="contained">
            Mark paid
          </Button>
        </form>
      )}
      <table className="list">
        <tbody>
          {bill.lines.map((line, i) => (
            <tr key={i}>
              <td>
                {line.description} <span className="soft small">{line.partNumber}</span>
              </td>
              <td className="small">
                {line.unitCost !== line.receivedCost && <span className="strong">received at {unitAmount(line.receivedCost)}</span>}
                {line.core > 0 && <span className="soft"> core charges {amount(line.core)}</span>}
                {line.disputed > 0 && <span className="stop"> {amount(line.disputed)} disputed</span>}
              </td>
              <td className="right po-figure">{figure(line.quantity)}</td>
              <td className="right po-figure">{unitAmount(line.unitCost)}</td>
              <td className="right po-figure">{amount(line.amount)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

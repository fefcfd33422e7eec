import Button from '@mui/material/Button';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, figure, moment, unitAmount } from '../../lib/format';
import { useNow, useRefresh } from '../../lib/shop';
import { uploadBill } from '../../lib/upload';
import { Empty } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { Panel } from '../../ui/Panel';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import styles from './BillPanel.module.css';

type Unbilled = Schemas['UnbilledView'];
type Read = Schemas['BillRead'];
type Typed = { quantity: string; unitCost: string; accepts: boolean };

interface Props {
  unbilled: Unbilled[];
  /** Whose bill it is; 0 where that is still to be chosen. */
  supplierId: number;
  /** What the supplier's service sent. */
  read?: Read;
  onClose: () => void;
}

const FIELDS = ['number', 'billedOn', 'dueOn', 'freight', 'tax'] as const;
const headOf = (said: Read) => ({
  number: said.number,
  billedOn: said.billedOn,
  dueOn: said.dueOn ?? '',
  freight: said.freight ? amount(said.freight) : '',
  tax: said.tax ? amount(said.tax) : '',
});
/** A receipt's line, or work that was sent out. */
const keyOf = (row: Pick<Unbilled, 'receiptLineId' | 'subletId'>) =>
  row.subletId === null ? `part ${row.receiptLineId}` : `sublet ${row.subletId}`;
const chosenOf = (said: Read): Record<string, Typed> =>
  Object.fromEntries(
    said.lines
      .filter((line) => line.receiptLineId !== null)
      .map((line) => [
        keyOf({ receiptLineId: line.receiptLineId, subletId: null }),
        { quantity: figure(line.quantity), unitCost: unitAmount(line.unitCost), accepts: true },
      ]),
  );
const HEAD = { number: '', billedOn: '', dueOn: '', freight: '', tax: '' };

/** Enters a supplier's bill: typed, or read from a UBL file, and held line by line against what came. */
export function BillPanel({ unbilled, supplierId, read: sent, onClose }: Props) {
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const suppliers = [
    ...new Map([
      ...unbilled.map((row) => [row.supplierId, row.supplier] as const),
      ...(sent?.supplierId ? [[sent.supplierId, sent.supplierName] as const] : []),
    ]),
  ];
  const [supplier, setSupplier] = useState(supplierId || suppliers[0]?.[0] || 0);
  const [head, setHead] = useState(sent ? headOf(sent) : HEAD);
  const [chosen, setChosen] = useState<Record<string, Typed>>(sent ? chosenOf(sent) : {});
  const [said, setSaid] = useState<Read['lines']>(sent?.lines ?? []);
  const refusal = useRefusal(...FIELDS);
  const rows = unbilled.filter((row) => row.supplierId === supplier);
  const set = (field: (typeof FIELDS)[number]) => (text: string) => setHead({ ...head, [field]: text });
  const typedOf = (row: Unbilled): Typed => ({ quantity: figure(row.quantity), unitCost: unitAmount(row.unitCost), accepts: true });
  const read = (file: File) =>
    refusal.attempt(async () => {
      const said = await uploadBill(file);
      if (said.supplierId === null)
        throw new Error(`"${said.supplierName}" is none of your suppliers. Check the name in Setup, or type the bill.`);
      setSupplier(said.supplierId);
      setHead(headOf(said));
      setChosen(chosenOf(said));
      setSaid(said.lines);
    });
  const enter = () =>
    refusal.attempt(async () => {
      const entered = await unwrap(
        api.POST('/api/supplier-bills', {
          body: {
            supplierId: supplier,
            ...head,
            lines: rows.flatMap((row) => {
              const typed = chosen[keyOf(row)];
              return typed ? [{ receiptLineId: row.receiptLineId, subletId: row.subletId, ...typed }] : [];
            }),
          },
        }),
      );
      onClose();
      say.done(
        entered.disputed > 0
          ? `Bill ${head.number}: ${amount(entered.payable)} to pay, ${amount(entered.disputed)} disputed.`
          : `Bill ${head.number}: ${amount(entered.payable)} to pay.`,
      );
      await refresh(['parts'], ['stock'], ['offered-bills']);
    });
  const change = (row: Unbilled, typed: Partial<Typed>) => setChosen({ ...chosen, [keyOf(row)]: { ...chosen[keyOf(row)]!, ...typed } });
  const toggle = (row: Unbilled) => {
    const next = { ...chosen };
    if (next[keyOf(row)]) delete next[keyOf(row)];
    else next[keyOf(row)] = typedOf(row);
    setChosen(next);
  };
  return (
    <Panel title="Supplier's bill" onClose={onClose} width={860}>
      <div className={styles.head}>
        <div className="labelled">
          <span>
            <label htmlFor="bill-supplier">Supplier</label>
          </span>
          <select
            id="bill-supplier"
            className="plain-select"
            value={supplier}
            onChange={(event) => {
              setSupplier(Number(event.target.value));
              setChosen({});
            }}
          >
            {suppliers.map(([id, name]) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </div>
        <Labelled label="Bill number" value={head.number} onText={set('number')} autoFocus maxLength={60} problem={refusal.of('number')} />
        <label className="filepick linkish">
          Read a UBL file…
          <input
            type="file"
            accept=".xml,application/xml,text/xml"
            aria-label="Read a UBL invoice"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void read(file);
              event.target.value = '';
            }}
          />
        </label>
        <Labelled label="Date" value={head.billedOn} onText={set('billedOn')} placeholder="today" problem={refusal.of('billedOn')} />
        <Labelled label="Due" value={head.dueOn} onText={set('dueOn')} placeholder="in 30 days" problem={refusal.of('dueOn')} />
        <span />
        <Labelled label="Freight" value={head.freight} onText={set('freight')} problem={refusal.of('freight')} />
        <Labelled label="Tax" value={head.tax} onText={set('tax')} problem={refusal.of('tax')} />
      </div>
      {said.map((line, i) =>
        line.receiptLineId === null ? (
          <p key={i} className="side-note stop">
            {figure(line.quantity)} {line.description} {line.partNumber} at {unitAmount(line.unitCost)} is billed, but nothing like it was
            received. Ask the supplier.
          </p>
        ) : (
          line.core !== line.receivedCore && (
            <p key={i} className="side-note stop">
              {line.description} {line.partNumber}: core charges of {amount(line.core)} are billed; it came with {amount(line.receivedCore)}
              . Ask the supplier.
            </p>
          )
        ),
      )}
      {rows.length === 0 ? (
        <Empty title="Nothing to bill">Everything that came from them is billed already.</Empty>
      ) : (
        <table className="list">
          <thead>
            <tr>
              <th />
              <th>Received</th>
              <th className="right">Billed</th>
              <th className="right">Cost each</th>
              <th>Price</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => {
              const mine = chosen[keyOf(row)];
              const differs = mine !== undefined && mine.unitCost !== unitAmount(row.unitCost);
              return (
                <tr key={keyOf(row)}>
                  <td>
                    <input
                      type="checkbox"
                      className="tick-box"
                      aria-label={`Bill ${row.description}, ${row.partNumber}`}
                      checked={mine !== undefined}
                      onChange={() => toggle(row)}
                    />
                  </td>
                  <td>
                    <span className="strong">{row.description}</span>
                    <div className="soft small">
                      {row.partNumber} · {figure(row.quantity)} at {unitAmount(row.unitCost)}
                      {row.coreEach > 0 && ` + core ${unitAmount(row.coreEach)}`} ·{' '}
                      {row.subletId === null ? `PO ${row.purchaseNumber}` : `sublet of order ${row.orderNumber}`} ·{' '}
                      {moment(row.cameAt, now)}
                    </div>
                  </td>
                  <td className="right">
                    {mine && row.subletId === null && (
                      <span className="receive-field">
                        <input
                          aria-label={`Billed of ${row.description}, ${row.partNumber}`}
                          value={mine.quantity}
                          onFocus={(event) => event.target.select()}
                          onChange={(event) => change(row, { quantity: event.target.value })}
                        />
                      </span>
                    )}
                  </td>
                  <td className="right">
                    {mine && (
                      <span className="receive-field">
                        <input
                          aria-label={`Cost of ${row.description}, ${row.partNumber}`}
                          value={mine.unitCost}
                          onFocus={(event) => event.target.select()}
                          onChange={(event) => change(row, { unitCost: event.target.value })}
                        />
                      </span>
                    )}
                  </td>
                  <td>
                    {differs && (
                      <label className="row small">
                        <input
                          type="checkbox"
                          className="tick-box"
                          checked={mine.accepts}
                          onChange={(event) => change(row, { accepts: event.target.checked })}
                        />{' '}
                        accept, received at {unitAmount(row.unitCost)}
                      </label>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {refusal.rest && (
        <div className="field-problem" role="alert">
          {refusal.rest}
        </div>
      )}
      <div className="row">
        <span className="grow" />
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={Object.keys(chosen).length === 0} onClick={() => void enter()}>
          Enter bill
        </Button>
      </div>
    </Panel>
  );
}

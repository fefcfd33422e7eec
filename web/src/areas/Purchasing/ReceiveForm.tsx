import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { readCode } from '../../lib/barcode';
import { figure, typedQuantity, unitAmount } from '../../lib/format';
import { useRefresh } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import { ForOrder } from './PurchaseCard';
import { scan, type Scanned } from './scanned';
import styles from './PurchaseCard.module.css';

interface Extra {
  number: string;
  description: string;
  quantity: string;
  unitCost: string;
}

interface Props {
  purchase: Schemas['PurchaseView'];
  /** What was refused or called off came all the same; somebody with the right says how. */
  against: boolean;
  onDone: () => void;
}

/** Takes parts in: scanned or typed, at the price charged; what came besides goes into stock. */
export function ReceiveForm({ purchase, against, onDone }: Props) {
  const refresh = useRefresh();
  const navigate = useNavigate();
  const say = useSay();
  const lines = purchase.lines.filter((line) => (against ? line.notComing : line.awaited));
  const [typed, setTyped] = useState<Record<number, { quantity?: string; unitCost?: string }>>({});
  const [scanned, setScanned] = useState<Scanned | null>(null);
  const [extras, setExtras] = useState<Extra[]>([]);
  const [slipNumber, setSlipNumber] = useState('');
  const [reason, setReason] = useState('');
  const [number, setNumber] = useState('');
  const [heard, setHeard] = useState('');
  const [busy, setBusy] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const refusal = useRefusal('slipNumber', 'against');
  const left = (line: Schemas['PurchaseLineView']) => line.quantity - line.received;
  const quantityOf = (line: Schemas['PurchaseLineView']) =>
    typed[line.id]?.quantity ?? typedQuantity(scanned ? (scanned[line.id] ?? 0) : left(line));
  const set = (id: number, name: 'quantity' | 'unitCost', value: string) => setTyped({ ...typed, [id]: { ...typed[id], [name]: value } });
  const onNumber = (text: string) => {
    const found = scan(lines, scanned ?? {}, text);
    setNumber('');
    field.current?.focus();
    if (!found) {
      setHeard(`${text} is not open on this purchase order. If it came, add it below; it goes into stock.`);
      return;
    }
    // With the first scan only what is scanned counts as come.
    setScanned(found.scanned);
    setHeard(`${found.line.description}: ${found.scanned[found.line.id]} of ${figure(left(found.line))}`);
  };
  const photo = async (file: File) => {
    const code = await readCode(file, 'part', (text) => text.trim() || null).catch(() => null);
    if (code) onNumber(code);
    else setHeard('No bar code found in this photo. Move closer, or type the number.');
  };
  const receive = (intoStock: boolean) => {
    setBusy(true);
    void refusal
      .attempt(async () => {
        const received = await unwrap(
          api.POST('/api/purchase-orders/{id}/receive', {
            params: { path: { id: purchase.id } },
            body: {
              lines: lines
                .map((line) => ({ id: line.id, quantity: quantityOf(line), unitCost: typed[line.id]?.unitCost ?? null }))
                .filter((line) => line.quantity.trim() !== '0'),
              intoStock,
              slipNumber,
              extras,
              against: against ? reason : null,
            },
          }),
        );
        onDone();
        const ready = received.ordersWithAllParts[0];
        const order = purchase.lines.find((l) => l.orderId === ready?.orderId);
        if (ready && order)
          say.propose(`Received. All parts for ${order.plate || order.orderNumber} are in.`, 'Mark ready for technician', async () => {
            const body = { stageId: ready.stageId, version: ready.version };
            await unwrap(api.POST('/api/orders/{id}/stage', { params: { path: { id: ready.orderId } }, body }));
            void navigate('/');
          });
        else
          say.done(
            received.complete
              ? `Purchase order ${purchase.number} received in full.`
              : `Purchase order ${purchase.number} partly received.`,
          );
      })
      .finally(() => {
        setBusy(false);
        void refresh(['parts'], ['floor'], ['stock']);
      });
  };
  return (
    <form
      className={styles.receive}
      aria-label={`Receive purchase order ${purchase.number}`}
      onSubmit={(event) => {
        event.preventDefault();
        if (number.trim()) onNumber(number);
        else receive(false);
      }}
    >
      <div className={styles.scan}>
        <Labelled label="Scan or type a part number" value={number} onText={setNumber} inputRef={field} autoFocus />
        <label className="filepick linkish nowrap">
          Photo of the bar code
          <input
            type="file"
            accept="image/*"
            capture="environment"
            aria-label="Read a bar code from a photo"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void photo(file);
              event.target.value = '';
            }}
          />
        </label>
        <Labelled label="Packing slip number" value={slipNumber} onText={setSlipNumber} maxLength={80} problem={refusal.of('slipNumber')} />
      </div>
      <div role="status" className="small">
        {heard}
      </div>
      <table className="list">
        <tbody>
          {lines.map((line) => (
            <tr key={line.id}>
              <td className={styles.plate}>
                <ForOrder line={line} />
              </td>
              <td>
                {line.description}
                <div className="soft small">{line.number}</div>
              </td>
              <td className="right">
                <label className="receive-field">
                  of {figure(left(line))} received
                  <input
                    aria-label={`Quantity of ${line.description}`}
                    value={quantityOf(line)}
                    onFocus={(e) => e.target.select()}
                    onChange={(e) => set(line.id, 'quantity', e.target.value)}
                  />
                </label>
              </td>
              <td className="right">
                <label className="receive-field">
                  at
                  <input
                    aria-label={`Cost of ${line.description}`}
                    value={typed[line.id]?.unitCost ?? unitAmount(line.unitCost)}
                    onFocus={(e) => e.target.select()}
                    onChange={(e) => set(line.id, 'unitCost', e.target.value)}
                  />
                </label>
                <Difference typed={typed[line.id]?.unitCost} ordered={line.unitCost} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {extras.map((extra, i) => {
        const change = (name: keyof Extra) => (text: string) =>
          setExtras(extras.map((one, at) => (at === i ? { ...one, [name]: text } : one)));
        return (
          <div key={i} className={styles.extra}>
            <Labelled label="Part number" value={extra.number} onText={change('number')} autoFocus />
            <Labelled label="What it is" value={extra.description} onText={change('description')} />
            <Labelled label="How many" value={extra.quantity} onText={change('quantity')} />
            <Labelled label="Cost each" value={extra.unitCost} onText={change('unitCost')} />
            <button type="button" className="linkish" onClick={() => setExtras(extras.filter((_, at) => at !== i))}>
              Remove
            </button>
          </div>
        );
      })}
      {against && (
        <Labelled
          label="How it came although it was not to come"
          value={reason}
          onText={setReason}
          maxLength={200}
          problem={refusal.of('against')}
        />
      )}
      {refusal.rest && (
        <div className="field-problem" role="alert">
          {refusal.rest}
        </div>
      )}
      <div className="row">
        <button
          type="button"
          className="linkish"
          onClick={() => setExtras([...extras, { number: number.trim(), description: '', quantity: '1', unitCost: '' }])}
        >
          Something else came…
        </button>
        <span className="grow" />
        <Button onClick={onDone}>Cancel</Button>
        <Button disabled={busy} onClick={() => receive(true)} title="The order does not need them any more">
          Into stock
        </Button>
        <Button type="submit" variant="contained" disabled={busy || (against && !reason.trim())}>
          Save received parts
        </Button>
      </div>
    </form>
  );
}

/** Another price than was ordered, said at once. */
function Difference({ typed, ordered }: { typed: string | undefined; ordered: number }) {
  const was = unitAmount(ordered);
  return typed === undefined || typed.trim() === was ? null : <div className="small strong">ordered at {was}</div>;
}

import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, figure, moment, unitAmount } from '../../lib/format';
import { useNow, useRefresh } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { Panel } from '../../ui/Panel';
import { Plate } from '../../ui/Plate';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import styles from './OrderPanel.module.css';

type Needed = Schemas['NeededPartView'];
type Quoted = Schemas['QuotedPartView'];

interface Props {
  supplier: Schemas['SupplierView'];
  lines: Needed[];
  onClose: () => void;
}

/** Asks a supplier for price and stock now, and places the order: one can be left out, a message goes along. */
export function OrderPanel({ supplier, lines, onClose }: Props) {
  const now = useNow();
  const say = useSay();
  const refresh = useRefresh();
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [branchId, setBranchId] = useState<number | null>(null);
  const [message, setMessage] = useState('');
  const [delivery, setDelivery] = useState('');
  const [receipt, setReceipt] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const refusal = useRefusal('message', 'delivery', 'receipt');
  const electronic = supplier.way === 'Electronic';
  const lineIds = lines.map((line) => line.lineId);
  const quote = useQuery({
    queryKey: ['quote', supplier.id, branchId, lineIds],
    queryFn: ({ signal }) =>
      unwrap(api.POST('/api/purchase-orders/quote', { signal, body: { supplierId: supplier.id, branchId, lineIds } })),
    enabled: electronic,
    staleTime: 0,
    gcTime: 0,
  });
  const said = new Map(quote.data?.parts.map((part) => [part.lineId, part]));
  const chosen = lines.filter((line) => !left.has(line.lineId));
  const toggle = (id: number) => setLeft(new Set(left.has(id) ? [...left].filter((one) => one !== id) : [...left, id]));
  const run = (send: () => Promise<string>) => {
    setBusy(true);
    void refusal
      .attempt(async () => {
        const words = await send();
        onClose();
        say.done(words);
      })
      .finally(() => {
        setBusy(false);
        void refresh(['parts'], ['floor']);
      });
  };
  const place = () =>
    run(async () => {
      const costs = chosen.flatMap((line) => {
        const cost = said.get(line.lineId)?.unitCost;
        return cost === null || cost === undefined ? [] : [{ lineId: line.lineId, unitCost: cost }];
      });
      const placed = await unwrap(
        api.POST('/api/purchase-orders', {
          body: {
            supplierId: supplier.id,
            lineIds: chosen.map((l) => l.lineId),
            branchId,
            message,
            delivery,
            stock: null,
            costs,
          },
        }),
      );
      if (supplier.way === 'Phone')
        return `Purchase order ${placed.number} is written. Call ${supplier.name}${supplier.phone && `, ${supplier.phone}`}, and note what they say.`;
      if (supplier.way === 'Email') return `Purchase order ${placed.number} is on its way to ${supplier.name} by email.`;
      const handed = await unwrap(api.POST('/api/purchase-orders/{id}/send', { params: { path: { id: placed.id } } }));
      return handed.trouble
        ? `Purchase order ${placed.number}: ${handed.trouble}`
        : `Purchase order ${placed.number}: ${supplier.name} ${handed.stateText.toLowerCase()}.`;
    });
  const buy = () =>
    run(async () => {
      const bought = await unwrap(
        api.POST('/api/purchase-orders/bought', {
          body: { supplierId: supplier.id, lineIds: chosen.map((l) => l.lineId), receipt },
        }),
      );
      return `Purchase order ${bought.number} is written as paid in cash. Receive the parts at the price on the receipt.`;
    });
  return (
    <Panel title={`Order from ${supplier.name}`} aside={supplier.phone} onClose={onClose} width={760}>
      {electronic && quote.isFetching && <p className="side-note">Asking {supplier.name} for price and stock…</p>}
      {quote.data?.trouble && (
        <p className="side-note stop" role="alert">
          {quote.data.trouble}
        </p>
      )}
      <table className={`list ${styles.table}`}>
        <thead>
          <tr>
            <th className={styles.tick} />
            <th className={styles.for}>For</th>
            <th>Part</th>
            <th className={`right ${styles.qty}`}>Qty</th>
            <th className={`right ${styles.cost}`}>Cost</th>
            {electronic && <th className={styles.now}>Now</th>}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.lineId} className={left.has(line.lineId) ? 'soft' : ''}>
              <td>
                <input
                  type="checkbox"
                  className="tick-box"
                  aria-label={`Order ${line.description}`}
                  checked={!left.has(line.lineId)}
                  onChange={() => toggle(line.lineId)}
                />
              </td>
              <td>
                <Plate text={line.plate || String(line.orderNumber)} />
                {line.promisedAt && <div className={line.urgent ? 'small strong' : 'small soft'}>{moment(line.promisedAt, now)}</div>}
              </td>
              <td>
                <span className="strong">{line.description}</span>
                <div className="soft small">{line.number}</div>
              </td>
              <td className="right">{figure(line.quantity)}</td>
              <td className="right">{unitAmount(line.unitCost)}</td>
              {electronic && (
                <td>
                  <Now said={said.get(line.lineId)} />
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      <form
        className={styles.form}
        onSubmit={(event) => {
          event.preventDefault();
          if (receipt === null) place();
          else buy();
        }}
      >
        {receipt === null ? (
          <div className={styles.wishes}>
            {supplier.branches.length > 0 && (
              <div className="labelled">
                <span>
                  <label htmlFor="order-branch">Branch</label>
                </span>
                <select
                  id="order-branch"
                  className="plain-select"
                  value={branchId ?? ''}
                  onChange={(event) => setBranchId(Number(event.target.value) || null)}
                >
                  <option value="">any branch</option>
                  {supplier.branches.map((branch) => (
                    <option key={branch.id} value={branch.id}>
                      {branch.name}
                    </option>
                  ))}
                </select>
              </div>
            )}
            <Labelled
              label="Message for the supplier or driver"
              value={message}
              onText={setMessage}
              maxLength={300}
              problem={refusal.of('message')}
            />
            <Labelled
              label="Delivery"
              placeholder="next run, will pick up"
              value={delivery}
              onText={setDelivery}
              maxLength={80}
              problem={refusal.of('delivery')}
            />
          </div>
        ) : (
          <Labelled
            label="Number on the receipt"
            value={receipt}
            onText={setReceipt}
            autoFocus
            maxLength={80}
            problem={refusal.of('receipt')}
          />
        )}
        {refusal.rest && (
          <div className="field-problem" role="alert">
            {refusal.rest}
          </div>
        )}
        <div className="row">
          <Button onClick={() => setReceipt(receipt === null ? '' : null)}>
            {receipt === null ? 'Bought in cash…' : 'Order it instead'}
          </Button>
          <span className="grow" />
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" autoFocus disabled={busy || chosen.length === 0}>
            {buttonWords(receipt !== null, chosen.length)}
          </Button>
        </div>
      </form>
    </Panel>
  );
}

function buttonWords(bought: boolean, parts: number) {
  const what = parts === 1 ? '1 part' : `${parts} parts`;
  return bought ? `Note ${what} as bought` : `Place order for ${what}`;
}

/** What the supplier says of a part now: stock, price against the estimate, and what that does to the margin. */
function Now({ said }: { said: Quoted | undefined }) {
  const now = useNow();
  if (!said) return <span className="soft">…</span>;
  return (
    <>
      <div className={said.available ? '' : 'stop strong'}>{said.stateText}</div>
      {said.available && (
        <div className={said.late ? 'small stop' : 'small soft'}>
          {said.branch}, {said.late ? 'only ' : ''}by {moment(said.here, now)}
        </div>
      )}
      {said.costChange !== null && said.unitCost !== null && (
        <div className="small">
          <b>{unitAmount(said.unitCost)}</b> each, {said.costChange > 0 ? '+' : '−'}
          {amount(Math.abs(said.costChange))}
          {said.marginBefore !== null && said.marginAfter !== null && (
            <span className={said.marginAfter < said.marginBefore ? 'stop' : ''}>
              {' '}
              · margin {said.marginBefore}% → {said.marginAfter}%
            </span>
          )}
        </div>
      )}
      {said.branches.length > 1 && (
        <div className="small soft">{said.branches.map((branch) => `${branch.branch} ${figure(branch.available)}`).join(' · ')}</div>
      )}
    </>
  );
}

import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { figure, moment, typedQuantity, unitAmount, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { Plate } from '../../ui/Plate';
import { Reasons } from '../../ui/Reasons';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import styles from './PurchaseCard.module.css';

/** A purchase order: where it is, what is on it, and receiving it at the price charged. */
export function PurchaseCard({ purchase, mayReceive }: { purchase: Schemas['PurchaseView']; mayReceive: boolean }) {
  const shop = useShop();
  const now = useNow();
  const refresh = useRefresh();
  const navigate = useNavigate();
  const say = useSay();
  const [receiving, setReceiving] = useState(false);
  const [busy, setBusy] = useState(false);
  const [typed, setTyped] = useState<Record<number, { quantity?: string; unitCost?: string }>>({});
  const open = purchase.lines.filter((line) => line.awaited);
  const [cancelling, setCancelling] = useState(false);
  const [reason, setReason] = useState('');
  const [calling, setCalling] = useState(false);
  const run = async (act: () => Promise<void>) => {
    setBusy(true);
    try {
      await act();
    } catch (error) {
      say.refused(error);
    } finally {
      setBusy(false);
      await refresh(['parts'], ['floor']);
    }
  };
  const ask = () =>
    run(async () => {
      const answer = await unwrap(api.POST('/api/purchase-orders/{id}/send', { params: { path: { id: purchase.id } } }));
      if (!answer.trouble) say.done(`Purchase order ${purchase.number}: ${answer.stateText.toLowerCase()}.`);
    });
  const cancel = () =>
    run(async () => {
      await unwrap(
        api.POST('/api/purchase-orders/{id}/cancel', { params: { path: { id: purchase.id } }, body: { lineIds: null, reason } }),
      );
      setCancelling(false);
      say.done(`What was still to come of purchase order ${purchase.number} is called off here. Tell ${purchase.supplier} as well.`);
    });
  const receive = (intoStock = false) =>
    run(async () => {
      const lines = open
        .map((line) => ({ id: line.id, quantity: typed[line.id]?.quantity ?? null, unitCost: typed[line.id]?.unitCost ?? null }))
        .filter((line) => line.quantity?.trim() !== '0');
      const received = await unwrap(
        api.POST('/api/purchase-orders/{id}/receive', { params: { path: { id: purchase.id } }, body: { lines, intoStock } }),
      );
      setReceiving(false);
      setTyped({});
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
          received.complete ? `Purchase order ${purchase.number} received in full.` : `Purchase order ${purchase.number} partly received.`,
        );
    });
  const words = [
    purchase.supplierReference,
    purchase.expectedAt && purchase.state !== 'Received' && shop
      ? `expected ${moment(wallTime(purchase.expectedAt, shop.timeZone), now)}`
      : '',
  ]
    .filter(Boolean)
    .join(' · ');
  const set = (id: number, field: 'quantity' | 'unitCost', value: string) => setTyped({ ...typed, [id]: { ...typed[id], [field]: value } });
  return (
    <div className="purchase">
      <div className="spread">
        <span>
          <b>
            {purchase.number} {purchase.supplier}
            {purchase.branch && `, ${purchase.branch}`}
          </b>{' '}
          <span className={`po-state ${purchase.trouble ? 'stop' : ''}`}>{purchase.stateText}</span> <span className="soft">{words}</span>{' '}
          <a href={`/api/purchase-orders/${purchase.id}/purchase-order.pdf`} target="_blank" rel="noreferrer">
            PDF
          </a>
        </span>
        {mayReceive && (
          <span className="row">
            {open.length > 0 && !cancelling && !receiving && (
              <Button disabled={busy} onClick={() => setCancelling(true)}>
                Call off…
              </Button>
            )}
            {receiving && (
              <Button disabled={busy} onClick={() => void receive(true)} title="The order does not need them any more">
                Into stock
              </Button>
            )}
            {purchase.way !== 'Electronic' && (
              <Button disabled={busy} onClick={() => setCalling(!calling)}>
                What they said…
              </Button>
            )}
            {(purchase.way === 'Electronic' || (purchase.way === 'Email' && purchase.trouble)) && (
              <Button disabled={busy} onClick={() => void ask()}>
                {purchase.state === 'Sending' || purchase.way === 'Email' ? 'Send again' : 'Check status'}
              </Button>
            )}
            <Button
              variant={receiving ? 'contained' : 'outlined'}
              disabled={busy}
              onClick={() => (receiving ? void receive() : setReceiving(true))}
            >
              {receiving ? 'Save received parts' : 'Receive…'}
            </Button>
          </span>
        )}
      </div>
      {purchase.trouble && (
        <div className="notice stop" role="status">
          {purchase.trouble}
        </div>
      )}
      {purchase.way !== 'Electronic' && purchase.state === 'Placed' && !calling && !purchase.trouble && (
        <p className="soft small">
          {purchase.way === 'Email'
            ? 'Sent by email. Note their reference and when the parts come once they answer.'
            : `By phone${purchase.supplierPhone && `: ${purchase.supplierPhone}`}. Note what they say once they took it.`}
        </p>
      )}
      {calling && <CallForm purchase={purchase} onDone={() => setCalling(false)} />}
      {cancelling && (
        <form
          className="notice row"
          onSubmit={(event) => {
            event.preventDefault();
            void cancel();
          }}
        >
          <div className="grow">
            <Labelled
              label={`Why, and who at ${purchase.supplier} agreed`}
              value={reason}
              onText={setReason}
              maxLength={200}
              autoFocus
              list="end-reasons"
            />
            <Reasons id="end-reasons" use="EndReason" />
          </div>
          <Button onClick={() => setCancelling(false)}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={busy || !reason.trim()}>
            Call off what is to come
          </Button>
        </form>
      )}
      <table className="list">
        <tbody>
          {purchase.lines.map((line) => (
            <tr key={line.id}>
              <td className={styles.plate}>
                <Link to={`/orders/${line.orderId}`} className="plain">
                  <Plate text={line.plate || String(line.orderNumber)} />
                </Link>
              </td>
              <td>{line.description}</td>
              <td className="soft po-number">{line.number}</td>
              {receiving && line.awaited ? (
                <>
                  <td className="right">
                    <label className="receive-field">
                      of {figure(line.quantity - line.received)} received
                      <input
                        aria-label={`Quantity of ${line.description}`}
                        autoFocus={line === open[0]}
                        value={typed[line.id]?.quantity ?? typedQuantity(line.quantity - line.received)}
                        onFocus={(e) => e.target.select()}
                        onChange={(e) => set(line.id, 'quantity', e.target.value)}
                        onKeyDown={(e) => e.key === 'Enter' && void receive()}
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
                        onKeyDown={(e) => e.key === 'Enter' && void receive()}
                      />
                    </label>
                  </td>
                </>
              ) : (
                <>
                  <td className="right nowrap po-figure">
                    {line.received > 0 ? `${figure(line.received)} of ` : ''}
                    {figure(line.quantity)}
                  </td>
                  <td className="right po-figure">{unitAmount(line.unitCost)}</td>
                </>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What a supplier said or wrote back: their reference and when it comes. */
function CallForm({ purchase, onDone }: { purchase: Schemas['PurchaseView']; onDone: () => void }) {
  const refresh = useRefresh();
  const [reference, setReference] = useState(purchase.supplierReference);
  const [expected, setExpected] = useState('');
  const refusal = useRefusal('expected');
  const keep = () =>
    refusal.attempt(async () => {
      await unwrap(api.POST('/api/purchase-orders/{id}/call', { params: { path: { id: purchase.id } }, body: { reference, expected } }));
      onDone();
      await refresh(['parts'], ['floor']);
    });
  return (
    <form
      className="notice row"
      aria-label={`What ${purchase.supplier} said`}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <Labelled label="Their reference, or who took it" value={reference} onText={setReference} autoFocus problem={refusal.rest} />
      <Labelled label="Comes" value={expected} onText={setExpected} placeholder="3 pm, tomorrow 10, fri" problem={refusal.of('expected')} />
      <Button onClick={onDone}>Cancel</Button>
      <Button type="submit" variant="contained">
        Save
      </Button>
    </form>
  );
}

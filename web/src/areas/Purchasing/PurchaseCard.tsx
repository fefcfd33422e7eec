import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { figure, moment, unitAmount, wallTime } from '../../lib/format';
import { useMay, useNow, useRefresh, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { Plate } from '../../ui/Plate';
import { Reasons } from '../../ui/Reasons';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import { ReceiveForm } from './ReceiveForm';
import styles from './PurchaseCard.module.css';

type Purchase = Schemas['PurchaseView'];
type Line = Schemas['PurchaseLineView'];
type Doing = 'receiving' | 'against' | 'cancelling' | 'calling' | null;

/** A purchase order: where it and each of its lines is, and what can be done with it. */
export function PurchaseCard({ purchase, mayReceive }: { purchase: Purchase; mayReceive: boolean }) {
  const shop = useShop();
  const now = useNow();
  const refresh = useRefresh();
  const say = useSay();
  const mayCorrect = useMay('CorrectStock');
  const [doing, setDoing] = useState<Doing>(null);
  const [busy, setBusy] = useState(false);
  const open = purchase.lines.filter((line) => line.awaited);
  const notComing = purchase.lines.filter((line) => line.notComing);
  const done = ['Refused', 'Received', 'Cancelled'].includes(purchase.state);
  const ask = async () => {
    setBusy(true);
    try {
      const answer = await unwrap(api.POST('/api/purchase-orders/{id}/send', { params: { path: { id: purchase.id } } }));
      if (!answer.trouble) say.done(`Purchase order ${purchase.number}: ${answer.stateText.toLowerCase()}.`);
    } catch (error) {
      say.refused(error);
    } finally {
      setBusy(false);
      await refresh(['parts'], ['floor']);
    }
  };
  const when = (utc: string) => (shop ? moment(wallTime(utc, shop.timeZone), now) : '');
  const words = [
    purchase.supplierReference,
    purchase.expectedAt && !done ? `expected ${when(purchase.expectedAt)}` : '',
    purchase.delivery,
    purchase.message && `“${purchase.message}”`,
  ].filter(Boolean);
  return (
    <div className="purchase">
      <div className="spread">
        <span>
          <b>
            {purchase.number} {purchase.supplier}
            {purchase.branch && `, ${purchase.branch}`}
          </b>{' '}
          <span className={`po-state ${purchase.trouble ? 'stop' : ''}`}>{purchase.stateText}</span>{' '}
          <span className="soft">{words.join(' · ')}</span>{' '}
          <a href={`/api/purchase-orders/${purchase.id}/purchase-order.pdf`} target="_blank" rel="noreferrer">
            PDF
          </a>{' '}
          <a href={`/api/purchase-orders/${purchase.id}/order.xml`} download>
            UBL
          </a>
          {purchase.receipts.length > 0 && (
            <>
              {' '}
              <a href={`/api/receipts/${purchase.receipts.at(-1)!}/labels.pdf`} target="_blank" rel="noreferrer">
                Labels
              </a>
            </>
          )}
        </span>
        {mayReceive && doing === null && (
          <span className="row">
            {open.length > 0 && <Button onClick={() => setDoing('cancelling')}>Call off…</Button>}
            {!done && purchase.way !== 'Electronic' && !purchase.paidInCash && (
              <Button onClick={() => setDoing('calling')}>What they said…</Button>
            )}
            {!done && (purchase.way === 'Electronic' || (purchase.way === 'Email' && purchase.trouble)) && (
              <Button disabled={busy} onClick={() => void ask()}>
                {purchase.state === 'Sending' || purchase.way === 'Email' ? 'Send again' : 'Check status'}
              </Button>
            )}
            {mayCorrect && notComing.length > 0 && <Button onClick={() => setDoing('against')}>It came all the same…</Button>}
            {open.length > 0 && (
              <Button variant="outlined" onClick={() => setDoing('receiving')}>
                Receive…
              </Button>
            )}
          </span>
        )}
      </div>
      {purchase.trouble && (
        <div className="notice stop" role="status">
          {purchase.trouble}
        </div>
      )}
      {purchase.way !== 'Electronic' && purchase.state === 'Placed' && doing === null && !purchase.trouble && (
        <p className="soft small">
          {purchase.way === 'Email'
            ? 'Sent by email. Note their reference and when the parts come once they answer.'
            : `By phone${purchase.supplierPhone && `: ${purchase.supplierPhone}`}. Note what they say once they took it.`}
        </p>
      )}
      {doing === 'calling' && <CallForm purchase={purchase} onDone={() => setDoing(null)} />}
      {doing === 'cancelling' && <CancelForm purchase={purchase} onDone={() => setDoing(null)} />}
      {doing === 'receiving' || doing === 'against' ? (
        <ReceiveForm purchase={purchase} against={doing === 'against'} onDone={() => setDoing(null)} />
      ) : (
        <table className="list">
          <tbody>
            {purchase.lines.map((line) => (
              <LineOf key={line.id} line={line} when={when} />
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

function LineOf({ line, when }: { line: Line; when: (utc: string) => string }) {
  const state = line.cancelling ? 'Asked to cancel' : line.stateText;
  return (
    <tr>
      <td className={styles.plate}>
        <ForOrder line={line} />
      </td>
      <td>
        {line.description}
        {state && (
          <div className={line.notComing ? 'small stop' : 'small soft'}>
            {state}
            {line.expectedAt && line.awaited && `, ${when(line.expectedAt)}`}
            {line.toReplace && (
              <>
                {' '}
                · <Link to={`/orders/${line.orderId}?source=${line.lineId}`}>Replace…</Link> ·{' '}
                <Link to={`/orders/${line.orderId}`}>Open the repair order</Link>
              </>
            )}
          </div>
        )}
      </td>
      <td className="soft po-number">{line.number}</td>
      <td className="right nowrap po-figure">
        {line.received > 0 ? `${figure(line.received)} of ` : ''}
        {figure(line.quantity)}
      </td>
      <td className="right po-figure">{unitAmount(line.unitCost)}</td>
    </tr>
  );
}

/** For which repair order a line of a purchase order is. */
export function ForOrder({ line }: { line: Line }) {
  return line.orderId ? (
    <Link to={`/orders/${line.orderId}`} className="plain">
      <Plate text={line.plate || String(line.orderNumber)} />
    </Link>
  ) : (
    <span className="soft">for stock</span>
  );
}

function CancelForm({ purchase, onDone }: { purchase: Purchase; onDone: () => void }) {
  const refresh = useRefresh();
  const say = useSay();
  const [reason, setReason] = useState('');
  const refusal = useRefusal('reason');
  const electronic = purchase.way === 'Electronic' && purchase.supplierReference !== '';
  const cancel = () =>
    refusal.attempt(async () => {
      const params = { path: { id: purchase.id } };
      await unwrap(api.POST('/api/purchase-orders/{id}/cancel', { params, body: { lineIds: null, reason } }));
      onDone();
      say.done(
        electronic
          ? `${purchase.supplier} is asked to cancel what is still to come of purchase order ${purchase.number}.`
          : `What was still to come of purchase order ${purchase.number} is called off here. Tell ${purchase.supplier} as well.`,
      );
      await refresh(['parts'], ['floor']);
    });
  return (
    <form
      className="notice row"
      onSubmit={(event) => {
        event.preventDefault();
        void cancel();
      }}
    >
      <div className="grow">
        <Labelled
          label={electronic ? 'Why' : `Why, and who at ${purchase.supplier} agreed`}
          value={reason}
          onText={setReason}
          maxLength={200}
          autoFocus
          list="end-reasons"
          problem={refusal.of('reason') ?? refusal.rest}
        />
        <Reasons id="end-reasons" use="EndReason" />
      </div>
      <Button onClick={onDone}>Cancel</Button>
      <Button type="submit" variant="contained" disabled={!reason.trim()}>
        Call off what is to come
      </Button>
    </form>
  );
}

/** What a supplier said or wrote back: their reference and when it comes. */
function CallForm({ purchase, onDone }: { purchase: Purchase; onDone: () => void }) {
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

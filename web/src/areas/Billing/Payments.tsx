import Button from '@mui/material/Button';
import { useState, type SubmitEvent } from 'react';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { amount, clock, wallTime } from '../../lib/format';
import { useMay, useRefresh, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import styles from './Payments.module.css';

type Invoice = Schemas['InvoicePageView'];

/** Cash with change, or a card through the terminal. */
export function Payments({ invoice, onChange }: { invoice: Invoice; onChange: () => void }) {
  const shop = useShop();
  const mayTake = useMay('TakePayments');
  const refresh = useRefresh();
  const [tendered, setTendered] = useState('');
  const [change, setChange] = useState<number | null>(null);
  const [problem, setProblem] = useState<{ field?: string; code?: string; text: string } | null>(null);
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState('');
  const pending = invoice.charges.filter((c) => c.state === 'Pending');
  const done = async () => {
    onChange();
    await refresh(['order', invoice.orderId], ['floor']);
  };
  const run = async (what: string, act: () => Promise<void>) => {
    setBusy(what);
    setProblem(null);
    setSaid('');
    try {
      await act();
    } catch (error) {
      setProblem({ ...(error instanceof Problem && { field: error.field, code: error.code }), text: sentence(error) });
    } finally {
      setBusy('');
      await done();
    }
  };
  const cash = (despiteCharge: boolean) =>
    void run('cash', async () => {
      const taken = await unwrap(
        api.POST('/api/invoices/{id}/cash', { params: { path: { id: invoice.id } }, body: { tendered, despiteCharge } }),
      );
      setChange(taken.change);
      setTendered('');
    });
  const giveBack = (method: Schemas['PaymentMethod']) =>
    void run('back', async () => {
      const given = await unwrap(api.POST('/api/invoices/{id}/give-back', { params: { path: { id: invoice.id } }, body: { method } }));
      if (given.refundId) await settle(given.refundId);
      else setSaid(`Hand back ${amount(given.cash)} in cash.`);
    });
  const submitCash = (event: SubmitEvent) => {
    event.preventDefault();
    cash(false);
  };
  const settle = async (id: number) => {
    const outcome = await unwrap(api.POST('/api/card-charges/{id}/settle', { params: { path: { id } } }));
    setSaid(outcome.message);
  };
  const card = () =>
    void run('card', async () => {
      const charge = await unwrap(api.POST('/api/invoices/{id}/card-charges', { params: { path: { id: invoice.id } } }));
      await settle(charge.id);
    });
  return (
    <section className="panel" aria-label="Payments">
      <h2>Payments</h2>
      {invoice.payments.map((payment) => (
        <div className="spread" key={payment.id}>
          <span>
            {payment.amount < 0 ? 'Refund, ' : ''}
            {payment.method === 'Cash' ? 'cash' : payment.cardEnding ? `card ending in ${payment.cardEnding}` : 'card'}
            <span className="soft small">
              {' '}
              {shop && clock(wallTime(payment.at, shop.timeZone))} · {payment.by}
              {payment.change > 0 && ` · ${amount(payment.tendered)} received, ${amount(payment.change)} change`}
            </span>
          </span>
          <b>{amount(payment.amount)}</b>
        </div>
      ))}
      {invoice.payments.length === 0 && invoice.balance > 0 && <span className="soft">No payments yet.</span>}
      {change !== null && (
        <div className="notice" role="status">
          Change due: <span className="change">{amount(change)}</span>
        </div>
      )}
      {said && (
        <div className="notice" role="status">
          {said}
        </div>
      )}
      {pending.map((charge) => (
        <div className="notice stop" key={charge.id}>
          <p>
            {charge.message || `A card ${charge.amount < 0 ? 'refund' : 'charge'} of ${amount(Math.abs(charge.amount))} is not confirmed.`}
          </p>
          <Button variant="outlined" disabled={busy !== ''} onClick={() => void run('lookup', () => settle(charge.id))}>
            {busy === 'lookup' ? 'Checking the card terminal…' : 'Check this charge'}
          </Button>
        </div>
      ))}
      {mayTake && invoice.balance > 0 && !invoice.creditNoteId && (
        <>
          <form className={`row ${styles.cash}`} onSubmit={submitCash} data-cash>
            <div className="grow">
              <Labelled
                label="Cash received"
                value={tendered}
                onText={setTendered}
                inputMode="decimal"
                problem={problem?.field === 'tendered' ? problem.text : undefined}
              />
            </div>
            <Button type="submit" variant="outlined" disabled={busy !== '' || !tendered.trim()}>
              Take cash
            </Button>
          </form>
          {pending.length === 0 && (
            <Button variant="contained" disabled={busy !== ''} onClick={card}>
              {busy === 'card' ? 'Waiting for the card…' : `Charge card ${amount(invoice.balance)}`}
            </Button>
          )}
        </>
      )}
      {mayTake && invoice.surplus > 0 && (
        <div className="notice stop">
          <p>{amount(invoice.surplus)} was paid too much and has to go back.</p>
          <div className="row">
            <Button variant="outlined" disabled={busy !== ''} onClick={() => giveBack('Card')}>
              To the card
            </Button>
            <Button variant="outlined" disabled={busy !== ''} onClick={() => giveBack('Cash')}>
              In cash
            </Button>
          </div>
        </div>
      )}
      {problem && problem.field !== 'tendered' && (
        <div className="notice stop" role="alert">
          {problem.text}
          {problem.code === 'charge.pending' && (
            <Button variant="outlined" disabled={busy !== ''} onClick={() => cash(true)}>
              Take the cash all the same
            </Button>
          )}
        </div>
      )}
    </section>
  );
}

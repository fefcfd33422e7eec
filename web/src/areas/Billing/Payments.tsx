import Button from '@mui/material/Button';
import { useState, type SubmitEvent } from 'react';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { amount } from '../../lib/format';
import { useMay, useRefresh } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { OtherWays, type OtherPayment } from './OtherWays';
import { PaymentRow } from './PaymentRow';
import styles from './Payments.module.css';

type Invoice = Schemas['InvoicePageView'];

/** Cash with change, cards through the terminal, checks, deposits; refunds and write-offs. */
export function Payments({ invoice, onChange }: { invoice: Invoice; onChange: () => void }) {
  const mayTake = useMay('TakePayments');
  const mayKeepBooks = useMay('KeepBooks');
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
      else
        setSaid(
          given.kept > 0
            ? `${amount(given.kept)} stays as a deposit.`
            : `Hand back ${amount(given.cash)}${method === 'Cash' ? ' in cash' : ''}.`,
        );
    });
  const refund = (paymentId: number, text: string) =>
    void run('back', async () => {
      const path = { id: invoice.id, paymentId };
      const given = await unwrap(api.POST('/api/invoices/{id}/payments/{paymentId}/refund', { params: { path }, body: { amount: text } }));
      if (given.refundId) await settle(given.refundId);
      else if (given.cash > 0) setSaid(`Hand back ${amount(given.cash)}.`);
    });
  const other = ({ way, amount: typed, more }: OtherPayment) =>
    void run(way, async () => {
      const params = { path: { id: invoice.id } };
      if (way === 'check')
        await unwrap(api.POST('/api/invoices/{id}/checks', { params, body: { amount: typed, checkNumber: more, despiteCharge: false } }));
      else if (way === 'writeOff')
        await unwrap(api.POST('/api/invoices/{id}/write-offs', { params, body: { amount: typed, reason: more } }));
      else {
        const charge = await unwrap(api.POST('/api/invoices/{id}/card-charges', { params, body: { amount: typed, tip: more } }));
        await settle(charge.id);
      }
    });
  const useDeposit = (depositId: number) =>
    void run('deposit', async () => {
      await unwrap(api.POST('/api/invoices/{id}/deposits', { params: { path: { id: invoice.id } }, body: { depositId } }));
    });
  const takeBack = () =>
    void run('interest', async () => {
      const taken = await unwrap(api.POST('/api/invoices/{id}/interest/take-back', { params: { path: { id: invoice.id } } }));
      setSaid(`${amount(taken.kept)} interest taken back.`);
    });
  const submitCash = (event: SubmitEvent) => {
    event.preventDefault();
    cash(false);
  };
  const settle = async (id: number) => {
    const outcome = await unwrap(api.POST('/api/card-charges/{id}/settle', { params: { path: { id } } }));
    setSaid(outcome.message);
  };
  const callOff = async (id: number) => {
    const outcome = await unwrap(api.POST('/api/card-charges/{id}/call-off', { params: { path: { id } } }));
    setSaid(outcome.message);
  };
  const card = () =>
    void run('card', async () => {
      const charge = await unwrap(
        api.POST('/api/invoices/{id}/card-charges', { params: { path: { id: invoice.id } }, body: { amount: null, tip: null } }),
      );
      await settle(charge.id);
    });
  return (
    <section className="panel" aria-label="Payments">
      <h2>Payments</h2>
      {invoice.payments.map((payment) => (
        <PaymentRow key={payment.id} payment={payment} busy={busy !== ''} onRefund={(text) => refund(payment.id, text)} />
      ))}
      {invoice.adjustments.map((adjustment) => (
        <div className="spread" key={`w${adjustment.id}`}>
          <span>
            {adjustment.kind === 'Interest' ? 'interest' : 'written off'}{' '}
            <span className="soft small">
              {adjustment.reason} · {adjustment.by}
            </span>
          </span>
          <b>{amount(adjustment.kind === 'Interest' ? -adjustment.amount : adjustment.amount)}</b>
        </div>
      ))}
      {invoice.interest > 0 && invoice.balance > 0 && mayKeepBooks && (
        <div>
          <Button disabled={busy !== ''} onClick={takeBack}>
            Take interest back
          </Button>
        </div>
      )}
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
            {busy === 'lookup' ? 'Checking…' : 'Check this charge'}
          </Button>
          {charge.onPage && (
            <Button disabled={busy !== ''} onClick={() => void run('lookup', () => callOff(charge.id))}>
              Call it off
            </Button>
          )}
        </div>
      ))}
      {mayTake && invoice.balance > 0 && !invoice.reversed && (
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
          {pending.length === 0 && <OtherWays invoice={invoice} busy={busy !== ''} onPay={other} onDeposit={useDeposit} />}
        </>
      )}
      {mayTake && invoice.surplus > 0 && (
        <div className="notice stop">
          <p>{amount(invoice.surplus)} was paid too much. Give it back, or keep it for the customer.</p>
          <div className="row">
            <Button variant="outlined" disabled={busy !== ''} onClick={() => giveBack('Card')}>
              To the card
            </Button>
            <Button variant="outlined" disabled={busy !== ''} onClick={() => giveBack('Cash')}>
              In cash
            </Button>
            {invoice.customerId !== null && (
              <Button variant="outlined" disabled={busy !== ''} onClick={() => giveBack('Deposit')}>
                Keep as a deposit
              </Button>
            )}
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

/** @jsxImportSource preact */
import { useEffect, useState } from 'preact/hooks';
import { ask, moneyIn, type Refused, type ToPay } from './talk';

const AGAIN = 4000;

/** What is owed on an invoice, and the way to the page on which the card is typed. */
export function PayPart({ token }: { token: string }) {
  const [pay, setPay] = useState<ToPay | null>(null);
  const [busy, setBusy] = useState(false);
  const [amount, setAmount] = useState('');
  const [tip, setTip] = useState('');
  const [trouble, setTrouble] = useState('');
  // What was typed on the payment service's page may take a moment to be known here.
  useEffect(() => {
    let next: ReturnType<typeof setTimeout> | undefined;
    const look = () =>
      ask<ToPay>(`documents/${token}/pay`).then(
        (got) => {
          setPay(got);
          if (got.isPending) next = setTimeout(look, AGAIN);
        },
        (error: Refused) => setTrouble(error.message),
      );
    void look();
    return () => clearTimeout(next);
  }, [token]);
  if (!pay) return trouble ? <p class="stop">{trouble}</p> : <p aria-busy="true">Looking up what is due…</p>;
  const money = moneyIn(pay.currency);
  const go = async () => {
    setBusy(true);
    setTrouble('');
    try {
      location.assign((await ask<{ url: string }>(`documents/${token}/pay`, { amount, tip })).url);
    } catch (error) {
      setTrouble((error as Refused).message);
      setBusy(false);
    }
  };
  return (
    <section aria-label="Payment">
      <h2>{pay.due > 0 ? `Balance due ${money(pay.due)}` : pay.paid > 0 ? 'Paid. Thank you!' : 'Nothing is due.'}</h2>
      {pay.isPending && <p role="status">A card payment is not confirmed yet. This page follows it by itself.</p>}
      {pay.due > 0 && !pay.isPending && (
        <details>
          <summary>{pay.takesTips ? 'Pay part of it, or add a tip' : 'Pay part of it'}</summary>
          <label>
            Amount
            <input
              inputMode="decimal"
              value={amount}
              placeholder={money(pay.due)}
              onInput={(event) => setAmount(event.currentTarget.value)}
            />
          </label>
          {pay.takesTips && (
            <label>
              Tip
              <input inputMode="decimal" value={tip} placeholder="none" onInput={(event) => setTip(event.currentTarget.value)} />
            </label>
          )}
        </details>
      )}
      {pay.due > 0 && (
        <p>
          <button class="send" disabled={busy} onClick={() => void go()}>
            {busy
              ? 'Opening the payment page…'
              : pay.isPending
                ? 'Open the payment page'
                : amount || tip
                  ? 'Pay by card'
                  : `Pay ${money(pay.due)} by card`}
          </button>
        </p>
      )}
      {pay.due > 0 && <p class="soft small">Your card number goes to the payment service only; the shop never sees it.</p>}
      {trouble && (
        <p class="stop" role="alert">
          {trouble}
        </p>
      )}
      {pay.paid > 0 && (
        <p>
          <a href={`/api/customers-pages/documents/${token}/receipt.pdf`}>{`Receipt for ${money(pay.paid)} (PDF)`}</a>
        </p>
      )}
    </section>
  );
}

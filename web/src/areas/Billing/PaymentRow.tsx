import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Schemas } from '../../lib/api';
import { amount, clock, day, wallTime } from '../../lib/format';
import { useMay, useNow, useShop } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';

type Payment = Schemas['PaymentView'];

const WORDS: Record<Schemas['PaymentMethod'], string> = { Cash: 'cash', Card: 'card', Check: 'check', Deposit: 'deposit' };

function words(payment: Payment): string {
  if (payment.method === 'Deposit' && payment.amount < 0) return 'kept as a deposit';
  const way =
    payment.method === 'Card' && payment.number ? `card ending in ${payment.number}` : `${WORDS[payment.method]} ${payment.number}`.trim();
  return payment.amount < 0 ? `Refund, ${way}` : way;
}

/** A payment or refund, and the way to give it back. */
export function PaymentRow({ payment, busy, onRefund }: { payment: Payment; busy: boolean; onRefund: (amount: string) => void }) {
  const shop = useShop();
  const now = useNow();
  const mayRefund = useMay('ReverseInvoices');
  const [asking, setAsking] = useState(false);
  const [text, setText] = useState('');
  const at = shop ? wallTime(payment.at, shop.timeZone) : '';
  return (
    <>
      <div className="spread">
        <span>
          {words(payment)}
          <span className="soft small">
            {' '}
            {at && `${at.slice(0, 10) === now.slice(0, 10) ? '' : `${day(at, now)} `}${clock(at)}`} · {payment.by}
            {payment.change > 0 && ` · ${amount(payment.tendered)} received, ${amount(payment.change)} change`}
            {payment.tip > 0 && ` · ${amount(payment.tip)} tip`}
          </span>
          {mayRefund && payment.refundable > 0 && !asking && (
            <>
              {' '}
              <button className="linkish small" onClick={() => setAsking(true)}>
                Give back…
              </button>
            </>
          )}
        </span>
        <b>{amount(payment.amount)}</b>
      </div>
      {asking && (
        <form
          className="row"
          onSubmit={(event) => {
            event.preventDefault();
            setAsking(false);
            onRefund(text);
          }}
        >
          <div className="grow">
            <Labelled
              label="Amount to give back"
              value={text}
              onText={setText}
              inputMode="decimal"
              hint={`all: ${amount(payment.refundable)}`}
              autoFocus
            />
          </div>
          <Button type="submit" variant="outlined" color="error" disabled={busy}>
            Give back
          </Button>
          <Button onClick={() => setAsking(false)}>Cancel</Button>
        </form>
      )}
    </>
  );
}

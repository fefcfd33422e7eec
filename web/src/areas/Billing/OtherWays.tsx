import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Schemas } from '../../lib/api';
import { amount } from '../../lib/format';
import { useMay } from '../../lib/shop';
import { Labelled } from '../../ui/Labelled';
import { SegmentedControl } from '../../ui/SegmentedControl';
import styles from './Payments.module.css';

type Way = 'check' | 'card' | 'writeOff';

/** What a way of paying needs besides the amount. */
export interface OtherPayment {
  way: Way;
  amount: string;
  /** Number of the check, tip on the card, or why it is written off. */
  more: string;
}

interface Props {
  invoice: Schemas['InvoicePageView'];
  busy: boolean;
  onPay: (payment: OtherPayment) => void;
  onDeposit: (id: number) => void;
}

/** Checks, a card for a part, deposits of the customer, and what nobody will pay. */
export function OtherWays({ invoice, busy, onPay, onDeposit }: Props) {
  const mayWriteOff = useMay('WriteOff');
  const [way, setWay] = useState<Way>('check');
  const [typed, setTyped] = useState('');
  const [more, setMore] = useState('');
  const choices: (readonly [Way, string])[] = [
    ['check', 'Check'],
    ['card', 'Card, part of it'],
    ...(mayWriteOff ? [['writeOff', 'Write off'] as const] : []),
  ];
  const label = { check: 'Check number', card: invoice.takesTips ? 'Tip' : '', writeOff: 'Why it is written off' }[way];
  return (
    <>
      {invoice.deposits.map((deposit) => (
        <div className="notice row" key={deposit.id}>
          <span className="grow">
            {amount(deposit.left)} is held as a deposit, {deposit.origin}.
          </span>
          <Button variant="outlined" disabled={busy} onClick={() => onDeposit(deposit.id)}>
            Use it
          </Button>
        </div>
      ))}
      <details>
        <summary>More ways to settle it</summary>
        <form
          className={styles.ways}
          onSubmit={(event) => {
            event.preventDefault();
            onPay({ way, amount: typed, more });
            setTyped('');
            setMore('');
          }}
        >
          <SegmentedControl label="Way of settling" value={way} choices={choices} onChange={setWay} />
          <Labelled label="Amount" value={typed} onText={setTyped} inputMode="decimal" hint={`all: ${amount(invoice.balance)}`} />
          {label && <Labelled label={label} value={more} onText={setMore} />}
          <Button type="submit" variant="outlined" color={way === 'writeOff' ? 'error' : 'primary'} disabled={busy}>
            {{ check: 'Take the check', card: 'Charge this card', writeOff: 'Write it off' }[way]}
          </Button>
        </form>
      </details>
    </>
  );
}

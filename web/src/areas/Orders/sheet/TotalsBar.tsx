import Button from '@mui/material/Button';
import { memo, useState } from 'react';
import { useNavigate } from 'react-router';
import { amount, money } from '../../../lib/format';
import { useMay, useShop } from '../../../lib/shop';
import PassCeilingDialog from '../../Approval/PassCeilingDialog';
import { DepositDialog } from '../../Billing/DepositDialog';
import { PickupDialog } from '../../Billing/PickupDialog';
import { useReady } from '../../Messaging/useReady';
import { useActions, useAround, useHeader, useJobs, useTotals } from '../../../lib/order/useSheet';
import styles from './TotalsBar.module.css';
import { vars } from '../../../lib/vars';

/** Totals, the ceiling and the margin, drawn as rules. */
export const TotalsBar = memo(function TotalsBar({ onClose, onMargins }: { onClose: () => void; onMargins: () => void }) {
  const { orderId, margins, why } = useActions();
  const [leaving, setLeaving] = useState(false);
  const mayTake = useMay('TakePayments');
  const mayTell = useMay('WriteToCustomers');
  const tellReady = useReady(orderId);
  const { figures: f, isUndecided: undecided } = useTotals();
  const { invoice } = useAround();
  const { state, stage } = useHeader();
  const shop = useShop();
  const navigate = useNavigate();
  const mayMargin = useMay('SeeMargin');
  const mayPost = useMay('PostInvoices');
  const sum = (label: string, value: number, key: string) => (
    <button
      className="sum"
      data-why={key}
      data-why-title={amount(value)}
      onClick={(event) => why(key, `${label.toLowerCase()} ${amount(value)}`, event.currentTarget)}
    >
      <span>{label}</span>
      <b>{amount(value)}</b>
    </button>
  );
  return (
    <footer className="tally" aria-label="Totals">
      {sum('Labor', f.labor, 'labor')}
      {sum('Parts', f.parts, 'parts')}
      {f.sublet !== 0 && sum('Sublet', f.sublet, 'sublet')}
      {f.fees !== 0 && sum('Fees', f.fees, 'fees')}
      {f.core !== 0 && sum('Core charges', f.core, 'core')}
      {sum('Supplies', f.supplies, 'supplies')}
      {f.discounts !== 0 && sum('Discounts', -f.discounts, 'discounts')}
      <OrderDiscounts />
      {sum(f.taxesInside ? 'Tax included' : 'Tax', f.tax, 'tax:')}
      <button
        className="sum total"
        data-why="total"
        data-why-title={amount(f.total)}
        onClick={(event) => why('total', `total ${amount(f.total)}`, event.currentTarget)}
      >
        <span>{undecided ? 'Total if all approved' : 'Total'}</span>
        <b>{shop ? money(f.total, shop.currency) : amount(f.total)}</b>
      </button>
      <Payers />
      <Deposits />
      <Ceiling />
      {mayMargin && margins && f.marginPercent !== null && (
        <div className={`measure ${styles.margin}`}>
          <div className="label">
            <button
              className="plainly"
              data-why="margin"
              data-why-title={`margin ${f.marginPercent}%`}
              onClick={(event) => why('margin', `margin ${f.marginPercent}%`, event.currentTarget)}
            >
              Margin {Math.round(f.marginPercent)}%
            </button>{' '}
            <button className="linkish small" onClick={onMargins}>
              hide M
            </button>
          </div>
          <div
            className="rule tall"
            role="img"
            aria-label={`Margin ${f.marginPercent} percent${f.marginAim === null ? '' : `, target ${f.marginAim}`}`}
          >
            <div className="fill" style={vars({ '--to': `${Math.max(0, Math.min(100, f.marginPercent))}%` })} />
            <div className="ticks" />
            {f.marginAim !== null && <div className="mark" style={vars({ '--at': `${f.marginAim}%` })} />}
          </div>
          <div className="under">
            {f.marginAim !== null && <span className="nowrap">target {f.marginAim}%</span>}
            {f.effectiveRate !== null && (
              <button
                className="plainly nowrap"
                data-why="effectiveLaborRate"
                data-why-title={`${amount(f.effectiveRate)} per hour`}
                onClick={(event) => why('effectiveLaborRate', `${amount(f.effectiveRate!)} per hour`, event.currentTarget)}
              >
                {amount(f.effectiveRate)}
                {f.effectiveRateAim === null ? '' : ` of ${Math.round(f.effectiveRateAim)}`} per hour
              </button>
            )}
          </div>
        </div>
      )}
      <span className="grow" />
      {stage === 'Done' && mayTell && (
        <Button size="large" onClick={() => void tellReady()}>
          Say it is ready <span className="key">O</span>
        </Button>
      )}
      {invoice && stage !== 'Collected' && mayTake && (
        <Button size="large" onClick={() => setLeaving(true)}>
          Hand over the vehicle…
        </Button>
      )}
      {leaving && <PickupDialog orderId={orderId} onClose={() => setLeaving(false)} />}
      {invoice ? (
        <Button variant="contained" size="large" onClick={() => void navigate(`/invoices/${invoice.id}`)}>
          Invoice {invoice.number}
          {invoice.balance > 0 ? `, balance due ${amount(invoice.balance)}` : ', paid'}
        </Button>
      ) : (
        mayPost &&
        state === 'Open' && (
          <Button variant="contained" size="large" onClick={onClose}>
            Close and invoice <span className="key">C</span>
          </Button>
        )
      )}
    </footer>
  );
});

/** What each payer would be invoiced, where others than the customer pay. */
function Payers() {
  const { payers } = useTotals();
  if (payers.length === 0) return null;
  return (
    <div className={styles.payers} aria-label="Who pays what">
      {payers.map((payer) => (
        <span key={payer.customerId ?? payer.payer} className={styles.payer}>
          <span className="soft clip" title={payer.name}>
            {payer.name}
          </span>
          <b>{amount(payer.payer === 'Shop' ? payer.total : payer.due)}</b>
        </span>
      ))}
    </div>
  );
}

/** Money that was paid before the invoice, and the way to take it. */
function Deposits() {
  const { orderId, closed } = useActions();
  const { depositsLeft } = useTotals();
  const { customer } = useHeader();
  const may = useMay('TakePayments');
  const [taking, setTaking] = useState(false);
  const take = may && !closed && customer && (
    <button className="linkish small" onClick={() => setTaking(true)}>
      Deposit…
    </button>
  );
  return (
    <>
      {depositsLeft > 0 ? (
        <div className={`sum ${styles.deposit}`} role="group" aria-label="Deposit paid">
          {take || <span>Deposit paid</span>}
          <b>{amount(depositsLeft)}</b>
        </div>
      ) : (
        take
      )}
      {taking && <DepositDialog orderId={orderId} onClose={() => setTaking(false)} />}
    </>
  );
}

/** Discounts of the whole order, and the way to give one. */
function OrderDiscounts() {
  const { edits, closed, discount } = useActions();
  const { discounts } = useTotals();
  const jobs = useJobs();
  const may = useMay('OverridePrices');
  if (closed || !may || jobs.length === 0) return null;
  return (
    <span className="order-discounts">
      {discounts.map((given) => (
        <button
          key={given.id}
          className="linkish small"
          title={`${given.reason} ${given.by}. Click to remove.`.trim()}
          onClick={() => void edits.takeBack(given)}
        >
          {given.text} ×
        </button>
      ))}
      <button className="linkish small" onClick={() => discount({ title: 'everything' })}>
        Discount…
      </button>
    </span>
  );
}

/** The amount agreed to against what the approved work comes to, and how far it may grow. */
function Ceiling() {
  const { closed } = useActions();
  const { consent, figures, ceilingLetPast, isUndecided: open } = useTotals();
  const mayPass = useMay('PassCeiling');
  const [passing, setPassing] = useState(false);
  if (!consent) return null;
  const end = Math.max(consent.allowed, figures.total, consent.approvedTotal, 0.01);
  const percent = (value: number) => `${Math.max(0, Math.min(100, (value / end) * 100))}%`;
  const past = consent.ceiling === 'Past';
  const within = open ? 'other jobs need an answer' : 'within the limit';
  const words = { Past: 'get approval before going on', LetPast: 'limit overridden by a manager', Within: within }[consent.ceiling];
  return (
    <div className="measure">
      <div className="label">
        Approved {amount(consent.agreed)} ·{' '}
        <b className={past ? 'stop' : ''} title={ceilingLetPast || undefined}>
          {words}
        </b>
      </div>
      <div
        className="rule tall"
        role="img"
        aria-label={`Customer approved ${amount(consent.agreed)}, work now ${amount(consent.approvedTotal)}, limit ${amount(consent.allowed)}`}
      >
        <div className="fill" style={vars({ '--to': percent(consent.approvedTotal) })} />
        <div className="over" style={vars({ '--from': percent(consent.approvedTotal), '--to': percent(figures.total) })} />
        <div className="ticks" />
        <div className="mark" style={vars({ '--at': percent(consent.allowed) })} />
      </div>
      <div className="under">
        <span>limit {amount(consent.allowed)}</span>
        {past && mayPass && !closed ? (
          <button className="linkish small" onClick={() => setPassing(true)}>
            Override limit…
          </button>
        ) : (
          <span>{Math.round(end)}</span>
        )}
      </div>
      {passing && <PassCeilingDialog onClose={() => setPassing(false)} />}
    </div>
  );
}

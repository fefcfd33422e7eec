import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, day, money, moment, wallTime } from '../../lib/format';
import { useKeys } from '../../lib/keys';
import { useMay, useNow, useShop } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { MessagesPanel } from '../Messaging/MessagesPanel';
import { Payments } from './Payments';
import { CreditDialog } from './CreditDialog';
import { Paper } from './Paper';
import './billing.css';
import styles from './InvoicePage.module.css';

function standing(invoice: Schemas['InvoicePageView']): string {
  if (invoice.kind === 'CreditNote') return 'Credit memo';
  if (invoice.reversed) return 'Credited in full';
  return invoice.balance > 0 ? 'Balance due' : 'Paid';
}

/** A posted invoice: its frozen figures, and what was paid. */
export default function InvoicePage() {
  const id = Number(useParams().id);
  const shop = useShop();
  const now = useNow();
  const mayReverse = useMay('ReverseInvoices');
  const mayWrite = useMay('WriteToCustomers');
  const [params, setParams] = useSearchParams();
  const core = params.get('core');
  const [reversing, setReversing] = useState(core !== null);
  const [sending, setSending] = useState(false);
  const invoice = useQuery({
    queryKey: ['invoice', id],
    queryFn: ({ signal }) => unwrap(api.GET('/api/invoices/{id}', { signal, params: { path: { id } } })),
  });
  useKeys('Invoice', [
    { key: 'P', label: 'Print as PDF', run: () => window.open(`/api/invoices/${id}/invoice.pdf`, '_blank') },
    { key: 'T', label: 'Take cash', run: () => document.querySelector<HTMLElement>('[data-cash] input')?.focus() },
  ]);
  if (invoice.error && !invoice.data) return <Failed error={invoice.error} again={() => void invoice.refetch()} />;
  if (!invoice.data || !shop) return <Loading what="the invoice" />;
  const data = invoice.data;
  const credit = data.kind === 'CreditNote';
  return (
    <div className="invoice-page">
      <Paper document={data.document} />
      <div className="invoice-side">
        <section className="panel" aria-label="Balance">
          <span className="soft">{standing(data)}</span>
          <span className="balance">{money(credit ? data.total : data.balance > 0 ? data.balance : data.paid, shop.currency)}</span>
          <span className="soft">
            Posted {moment(wallTime(data.postedAt, shop.timeZone), now)} by {data.postedBy}
          </span>
          {!credit && data.balance > 0 && (
            <span className={data.overdue ? 'stop' : 'soft'}>
              {data.overdue ? 'Was due' : 'Due'} {day(data.dueOn, now)}
            </span>
          )}
          {data.amountDue !== data.total && data.payer !== 'Shop' && (
            <span className="soft">
              Total {amount(data.total)}, {amount(data.amountDue - data.total)} deductible
            </span>
          )}
          {data.payer === 'Shop' && <span className="soft">Paid by the shop itself: nothing is due.</span>}
          {data.credits.map((memo) => (
            <div className="notice stop" key={memo.id}>
              Credited by <Link to={`/invoices/${memo.id}`}>credit memo {memo.number}</Link>, {amount(-memo.total)}.
            </div>
          ))}
          {data.corrects && (
            <div className="notice">
              Credits <Link to={`/invoices/${data.corrects.id}`}>invoice {data.corrects.number}</Link>. {data.reason}
            </div>
          )}
          {data.others.map((other) => (
            <span key={other.id}>
              <Link to={`/invoices/${other.id}`}>Invoice {other.number}</Link>{' '}
              <span className="soft">
                {other.payer}, {amount(other.total)}
              </span>
            </span>
          ))}
        </section>
        {!credit && <Payments invoice={data} onChange={() => void invoice.refetch()} />}
        <section className="panel" aria-label="More actions">
          <div className={`row ${styles.further}`}>
            <Button variant="outlined" href={`/api/invoices/${id}/invoice.pdf`} target="_blank">
              PDF <span className="key">P</span>
            </Button>
            <Button href={`/api/invoices/${id}/invoice.pdf?brief=true`} target="_blank">
              PDF, jobs only
            </Button>
            <Button href={`/api/invoices/${id}/invoice.pdf?full=true`} target="_blank">
              PDF, everything
            </Button>
            {data.payer !== 'Shop' && <Button href={`/api/invoices/${id}/invoice.xml`}>UBL</Button>}
            {data.paid !== 0 && (
              <Button variant="outlined" href={`/api/invoices/${id}/receipt.pdf`} target="_blank">
                Receipt
              </Button>
            )}
            {mayWrite && !credit && data.balance > 0 && data.payer === 'Customer' && (
              <Button variant="outlined" onClick={() => setSending(true)}>
                Send to pay…
              </Button>
            )}
            <Button variant="outlined" component={Link} to={`/orders/${data.orderId}`}>
              Order {data.document.orderNumber}
            </Button>
            {mayReverse && !credit && !data.reversed && (
              <Button color="error" onClick={() => setReversing(true)}>
                Credit…
              </Button>
            )}
          </div>
          {!mayReverse && !credit && !data.reversed && (
            <span className="soft small">Posted by mistake? A manager or the owner can credit it.</span>
          )}
        </section>
      </div>
      {sending && (
        <MessagesPanel target={{ orderId: data.orderId }} title="Messages" document="invoice" onClose={() => setSending(false)} />
      )}
      {reversing && mayReverse && (
        <CreditDialog
          invoice={data}
          core={core}
          onClose={() => {
            setReversing(false);
            setParams({}, { replace: true });
          }}
          onDone={() => void invoice.refetch()}
        />
      )}
    </div>
  );
}

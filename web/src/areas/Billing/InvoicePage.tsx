import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, unwrap } from '../../lib/api';
import { money, moment, wallTime } from '../../lib/format';
import { useKeys } from '../../lib/keys';
import { useMay, useNow, useShop } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { Payments } from './Payments';
import { ReverseDialog } from './ReverseDialog';
import { Paper } from './Paper';
import './billing.css';
import styles from './InvoicePage.module.css';

/** A posted invoice: its frozen figures, and what was paid. */
export default function InvoicePage() {
  const id = Number(useParams().id);
  const shop = useShop();
  const now = useNow();
  const mayReverse = useMay('ReverseInvoices');
  const [reversing, setReversing] = useState(false);
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
          <span className="soft">
            {credit ? 'Credit memo' : data.creditNoteNumber ? 'Reversed' : data.balance > 0 ? 'Balance due' : 'Paid'}
          </span>
          <span className="balance">{money(credit ? data.total : data.balance > 0 ? data.balance : data.paid, shop.currency)}</span>
          <span className="soft">
            Posted {moment(wallTime(data.postedAt, shop.timeZone), now)} by {data.postedBy}
          </span>
          {data.creditNoteId && (
            <div className="notice stop">
              Reversed by <Link to={`/invoices/${data.creditNoteId}`}>credit memo {data.creditNoteNumber}</Link>. The repair order is open
              again.
            </div>
          )}
          {data.correctsNumber && (
            <div className="notice">
              Reverses invoice {data.correctsNumber}. {data.reason}
            </div>
          )}
        </section>
        {!credit && <Payments invoice={data} onChange={() => void invoice.refetch()} />}
        <section className="panel" aria-label="More actions">
          <div className={`row ${styles.further}`}>
            <Button variant="outlined" href={`/api/invoices/${id}/invoice.pdf`} target="_blank">
              PDF <span className="key">P</span>
            </Button>
            <Button variant="outlined" component={Link} to={`/orders/${data.orderId}`}>
              Order {data.document.orderNumber}
            </Button>
            {mayReverse && !credit && !data.creditNoteId && (
              <Button color="error" onClick={() => setReversing(true)}>
                Reverse…
              </Button>
            )}
          </div>
          {!mayReverse && !credit && !data.creditNoteId && (
            <span className="soft small">Posted by mistake? A manager or the owner can reverse it.</span>
          )}
        </section>
      </div>
      {reversing && <ReverseDialog invoice={data} onClose={() => setReversing(false)} onDone={() => void invoice.refetch()} />}
    </div>
  );
}

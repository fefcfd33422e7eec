import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, take, type Schemas } from '../../lib/api';
import { amount, money, moment, wallTime } from '../../lib/format';
import { useKeys } from '../../lib/keys';
import { useMay, useNow, useShop } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import { Failed, Loading } from '../../ui/States';
import { Payments } from './Payments';
import { ReverseDialog } from './ReverseDialog';
import './billing.css';

type Document = Schemas['ShopDocument'];

/** A posted invoice: its frozen figures, and what was paid. */
export default function InvoicePage() {
  const id = Number(useParams().id);
  const shop = useShop();
  const now = useNow();
  const mayReverse = useMay('ReverseInvoices');
  const [reversing, setReversing] = useState(false);
  const invoice = useQuery({ queryKey: ['invoice', id], queryFn: () => take(api.GET('/api/invoices/{id}', { params: { path: { id } } })) });
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
      <div className="side">
        <section className="panel" aria-label="Balance">
          <span className="soft">{credit ? 'Credit note' : data.creditNoteNumber ? 'Reversed' : data.balance > 0 ? 'To pay' : 'Paid'}</span>
          <span className="balance">{money(credit ? data.total : data.balance > 0 ? data.balance : data.paid, shop.currency)}</span>
          <span className="soft">
            Posted {moment(wallTime(data.postedAt, shop.timeZone), now)} by {data.postedBy}
          </span>
          {data.creditNoteId && (
            <div className="notice stop">
              Reversed by <Link to={`/invoices/${data.creditNoteId}`}>credit note {data.creditNoteNumber}</Link>. The order is open again.
            </div>
          )}
          {data.correctsNumber && (
            <div className="notice">
              Takes back invoice {data.correctsNumber}. {data.reason}
            </div>
          )}
        </section>
        {!credit && <Payments invoice={data} onChange={() => void invoice.refetch()} />}
        <section className="panel" aria-label="Further">
          <div className="row" style={{ flexWrap: 'wrap' }}>
            <Button variant="outlined" href={`/api/invoices/${id}/invoice.pdf`} target="_blank">
              PDF{' '}
              <span className="key" style={{ marginLeft: 6 }}>
                P
              </span>
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
          {!mayReverse && !credit && !data.creditNoteId && <span className="soft small">Posted by mistake? A manager or the owner can reverse it.</span>}
        </section>
      </div>
      {reversing && <ReverseDialog invoice={data} onClose={() => setReversing(false)} onDone={() => void invoice.refetch()} />}
    </div>
  );
}

const TITLES: Record<Schemas['DocumentKind'], string> = { Estimate: 'Estimate', Invoice: 'Invoice', CreditNote: 'Credit note' };

function Paper({ document }: { document: Document }) {
  return (
    <article className="paper">
      <div className="spread" style={{ alignItems: 'flex-start' }}>
        <div>
          <h1>
            {TITLES[document.kind]} {document.number}
          </h1>
          <div className="soft">
            Order {document.orderNumber} · written by {document.writer}
          </div>
        </div>
        <div className="right">
          <div className="strong">{document.customerName}</div>
          {document.customerAddress.split('\n').map((line) => (
            <div className="soft" key={line}>
              {line}
            </div>
          ))}
        </div>
      </div>
      {document.vehicle && (
        <div className="row" style={{ marginTop: 12 }}>
          <Plate text={document.plate} />
          <span className="strong">{document.vehicle}</span>
          <span className="soft">{document.odometer}</span>
        </div>
      )}
      {document.concerns.map((concern) => (
        <p className="soft" key={concern.says} style={{ marginTop: 8 }}>
          {concern.says}
          {concern.found ? ` · found: ${concern.found}` : ''}
        </p>
      ))}
      {document.jobs.map((job) => (
        <section key={job.title}>
          <div className="job-title">
            <span>{job.title}</span>
            <span>{amount(job.amount)}</span>
          </div>
          <table>
            <tbody>
              {job.lines.map((line, i) => (
                <tr key={i}>
                  <td className="kind">{line.kind}</td>
                  <td>
                    {line.description} <span className="soft small">{line.number}</span>
                  </td>
                  <td className="right nowrap">{line.quantity}</td>
                  <td className="right" style={{ width: 84 }}>
                    {line.each === null ? '' : amount(line.each)}
                  </td>
                  <td className="right" style={{ width: 92, paddingRight: 0 }}>
                    {line.amount === null ? '' : amount(line.amount)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      <table className="sums">
        <tbody>
          {document.totals.map((total) => (
            <tr key={total.label}>
              <td>{total.label}</td>
              <td>{amount(total.amount)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {document.notDone.length > 0 && (
        <p style={{ marginTop: 14 }}>
          <b>Not done on this visit:</b> {document.notDone.join('; ')}
        </p>
      )}
      {document.consent.map((line) => (
        <p className="soft small" key={line} style={{ marginTop: 6 }}>
          {line}
        </p>
      ))}
    </article>
  );
}

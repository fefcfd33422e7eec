import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { Link, useParams } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import { amount, day } from '../../lib/format';
import { useNow, useRefresh } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import { StatementPart } from './StatementPart';
import styles from './books.module.css';

type Page = Schemas['AccountPageView'];

/** One account: its open invoices, a payment over several of them, its deposits and its statement. */
export default function AccountPage() {
  const id = Number(useParams().id);
  const page = useQuery({
    queryKey: ['accounts', id],
    queryFn: ({ signal }) => unwrap(api.GET('/api/accounts/{id}', { signal, params: { path: { id } } })),
  });
  if (page.error && !page.data) return <Failed error={page.error} again={() => void page.refetch()} />;
  if (!page.data) return <Loading what="the account" />;
  const { account, deposits } = page.data;
  return (
    <div className="page">
      <div className="page-head">
        <h1>{account.name}</h1>
        <span className="soft">
          {account.days ? `${account.days} days to pay` : 'pays at once'}
          {account.limit !== null && `, may owe up to ${amount(account.limit)}`}
        </span>
        <span className="grow" />
        <Button component={Link} to={`/customers/${id}`} variant="outlined">
          Customer
        </Button>
      </div>
      <OpenInvoices page={page.data} id={id} />
      {deposits.length > 0 && (
        <section className="card" aria-label="Deposits">
          <header>
            <h2>Held for them</h2>
          </header>
          {deposits.map((deposit) => (
            <div className={`spread ${styles.row}`} key={deposit.id}>
              <span>{deposit.origin}</span>
              <b>{amount(deposit.left)}</b>
            </div>
          ))}
        </section>
      )}
      <StatementPart id={id} overdue={account.aging.overdue} />
    </div>
  );
}

function OpenInvoices({ page, id }: { page: Page; id: number }) {
  const now = useNow();
  const [chosen, setChosen] = useState<number[]>([]);
  if (page.open.length === 0) return <Empty title="Nothing is owed">All invoices of this account are settled.</Empty>;
  const toggle = (invoice: number) =>
    setChosen((before) => (before.includes(invoice) ? before.filter((one) => one !== invoice) : [...before, invoice]));
  const owed = page.open.filter((o) => chosen.length === 0 || chosen.includes(o.id)).reduce((sum, o) => sum + o.balance, 0);
  return (
    <section className="card" aria-label="Open invoices">
      <header>
        <h2>Open invoices</h2>
      </header>
      <table className={`list ${styles.figures}`}>
        <thead>
          <tr>
            <th aria-label="Pay" />
            <th>Invoice</th>
            <th>Vehicle</th>
            <th>Posted</th>
            <th>Due</th>
            <th className="right">Amount</th>
            <th className="right">Owed</th>
          </tr>
        </thead>
        <tbody>
          {page.open.map((invoice) => (
            <tr key={invoice.id}>
              <td>
                <input
                  type="checkbox"
                  aria-label={`Pay invoice ${invoice.number}`}
                  checked={chosen.includes(invoice.id)}
                  onChange={() => toggle(invoice.id)}
                />
              </td>
              <td>
                <Link to={`/invoices/${invoice.id}`}>{invoice.number}</Link>
              </td>
              <td>{invoice.vehicle}</td>
              <td>{day(invoice.postedOn, now)}</td>
              <td className={invoice.daysOverdue > 0 ? 'stop' : ''}>
                {day(invoice.dueOn, now)}
                {invoice.daysOverdue > 0 && `, ${invoice.daysOverdue} ${invoice.daysOverdue === 1 ? 'day' : 'days'} late`}
              </td>
              <td className="right">{amount(invoice.due)}</td>
              <td className="right strong">{amount(invoice.balance)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Pay id={id} chosen={chosen} owed={owed} onPaid={() => setChosen([])} />
    </section>
  );
}

/** Money over several invoices: the oldest due first, or those that are checked. */
function Pay({ id, chosen, owed, onPaid }: { id: number; chosen: number[]; owed: number; onPaid: () => void }) {
  const [method, setMethod] = useState<Schemas['PaymentMethod']>('Check');
  const [typed, setTyped] = useState('');
  const [checkNumber, setCheckNumber] = useState('');
  const refusal = useRefusal('amount', 'checkNumber');
  const refresh = useRefresh();
  const say = useSay();
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    void refusal.attempt(async () => {
      const paid = await unwrap(
        api.POST('/api/accounts/{id}/payments', {
          params: { path: { id } },
          body: { method, amount: typed, checkNumber, invoiceIds: chosen.length > 0 ? chosen : null },
        }),
      );
      await refresh(['accounts'], ['invoice'], ['orders']);
      say.done(
        `${amount(paid.paid)} paid ${paid.invoices} ${paid.invoices === 1 ? 'invoice' : 'invoices'}.${paid.kept > 0 ? ` ${amount(paid.kept)} stays as a deposit.` : ''}`,
      );
      setTyped('');
      setCheckNumber('');
      onPaid();
    });
  };
  return (
    <form className={`row ${styles.pay}`} onSubmit={submit}>
      <SegmentedControl
        label="How it is paid"
        value={method}
        choices={[
          ['Check', 'Check'],
          ['Cash', 'Cash'],
        ]}
        onChange={setMethod}
      />
      {method === 'Check' && (
        <Labelled label="Check number" value={checkNumber} onText={setCheckNumber} problem={refusal.of('checkNumber')} />
      )}
      <Labelled
        label="Amount"
        value={typed}
        onText={setTyped}
        inputMode="decimal"
        hint={`all: ${amount(owed)}`}
        problem={refusal.of('amount')}
      />
      <Button type="submit" variant="contained">
        {chosen.length > 0 ? `Pay ${chosen.length} checked` : 'Pay, oldest first'}
      </Button>
      {refusal.rest && (
        <span className="stop" role="alert">
          {refusal.rest}
        </span>
      )}
    </form>
  );
}

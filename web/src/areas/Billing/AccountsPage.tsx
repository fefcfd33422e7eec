import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, unwrap, type Schemas } from '../../lib/api';
import type { CsvColumn } from '../../lib/csv';
import { amount, money } from '../../lib/format';
import { useMay, useShop } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { InterestDialog } from './InterestDialog';
import styles from './books.module.css';

type Account = Schemas['AccountView'];
type Aging = Schemas['AgingView'];

const AGES: readonly (readonly [keyof Aging, string])[] = [
  ['current', 'Not due'],
  ['to30', '1–30 days'],
  ['to60', '31–60'],
  ['to90', '61–90'],
  ['older', 'Over 90'],
];
const COLUMNS: CsvColumn<Account>[] = [
  ['Account', (row) => row.name],
  ['Days', (row) => row.days],
  ['Limit', (row) => row.limit],
  ...AGES.map(([key, label]): CsvColumn<Account> => [label, (row) => row.aging[key]]),
  ['Owed', (row) => row.aging.total],
  ['Deposits', (row) => row.deposits],
];

const shown = (value: number) => (value === 0 ? '' : amount(value));

/** Who owes, by days past due; what is held for whom. */
export default function AccountsPage() {
  const shop = useShop();
  const navigate = useNavigate();
  const mayCharge = useMay('KeepBooks');
  const [charging, setCharging] = useState(false);
  const page = useQuery({ queryKey: ['accounts'], queryFn: ({ signal }) => unwrap(api.GET('/api/accounts', { signal })) });
  if (page.error && !page.data) return <Failed error={page.error} again={() => void page.refetch()} />;
  if (!page.data || !shop) return <Loading what="accounts" />;
  const { accounts, total } = page.data;
  return (
    <div className="page">
      <div className="page-head">
        <h1>Accounts</h1>
        <span className="soft">{money(total.total, shop.currency)} is owed to the shop</span>
        <span className="grow" />
        {page.data.chargesInterest && mayCharge && (
          <Button variant="outlined" onClick={() => setCharging(true)}>
            Charge interest…
          </Button>
        )}
        {accounts.length > 0 && <SaveCsv name="accounts by age" columns={COLUMNS} rows={accounts} />}
      </div>
      {accounts.length === 0 ? (
        <Empty title="Nobody owes anything">Invoices that are not paid in full stand here, by how long they are past due.</Empty>
      ) : (
        <section className="card" aria-label="Accounts by age">
          <table className={`list ${styles.figures}`}>
            <thead>
              <tr>
                <th>Account</th>
                {AGES.map(([key, label]) => (
                  <th key={key} className="right">
                    {label}
                  </th>
                ))}
                <th className="right">Owed</th>
                <th className="right">Held</th>
                <th>Terms</th>
              </tr>
            </thead>
            <tbody>
              {accounts.map((account) => (
                <tr key={account.customerId} className="clickable" onClick={() => void navigate(`/billing/accounts/${account.customerId}`)}>
                  <td>
                    <Link to={`/billing/accounts/${account.customerId}`}>{account.name}</Link>
                  </td>
                  {AGES.map(([key]) => (
                    <td key={key} className={`right ${key !== 'current' && account.aging[key] > 0 ? 'stop' : ''}`}>
                      {shown(account.aging[key])}
                    </td>
                  ))}
                  <td className="right strong">{shown(account.aging.total)}</td>
                  <td className="right">{shown(account.deposits)}</td>
                  <td className="soft">
                    {account.days ? `${account.days} days` : 'pays at once'}
                    {account.limit !== null && `, up to ${amount(account.limit)}`}
                  </td>
                </tr>
              ))}
            </tbody>
            <tfoot>
              <tr>
                <td className="strong">Total</td>
                {AGES.map(([key]) => (
                  <td key={key} className="right strong">
                    {shown(total[key])}
                  </td>
                ))}
                <td className="right strong">{amount(total.total)}</td>
                <td colSpan={2} />
              </tr>
            </tfoot>
          </table>
        </section>
      )}
      {charging && <InterestDialog onClose={() => setCharging(false)} />}
    </div>
  );
}

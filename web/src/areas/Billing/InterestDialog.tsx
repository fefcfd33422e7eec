import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap } from '../../lib/api';
import { amount, day } from '../../lib/format';
import { useNow, useRefresh } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import { useRefusal } from '../../ui/useRefusal';
import styles from './dialogs.module.css';

/** What overdue invoices have run up, looked at row by row before it is charged. */
export function InterestDialog({ onClose }: { onClose: () => void }) {
  const page = useQuery({
    queryKey: ['accounts', 'interest'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/accounts/interest', { signal })),
  });
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [busy, setBusy] = useState(false);
  const refusal = useRefusal();
  const refresh = useRefresh();
  const say = useSay();
  const now = useNow();
  const rows = page.data?.rows ?? [];
  const chosen = rows.filter((r) => !left.has(r.invoiceId));
  const charge = async () => {
    setBusy(true);
    await refusal.attempt(async () => {
      const charged = await unwrap(api.POST('/api/accounts/interest', { body: { invoiceIds: chosen.map((r) => r.invoiceId) } }));
      say.done(`${amount(charged.amount)} interest charged on ${charged.invoices} ${charged.invoices === 1 ? 'invoice' : 'invoices'}.`);
      await refresh(['accounts']);
      onClose();
    });
    await page.refetch();
    setBusy(false);
  };
  const toggle = (id: number) => setLeft((now) => new Set(now.has(id) ? [...now].filter((x) => x !== id) : [...now, id]));
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="interest-title">
      <DialogTitle id="interest-title">Charge interest</DialogTitle>
      <DialogContent className={styles.body}>
        {page.error && !page.data ? (
          <Failed error={page.error} again={() => void page.refetch()} />
        ) : !page.data ? (
          <Loading what="interest" />
        ) : rows.length === 0 ? (
          <Empty title="No interest to charge">
            Invoices {page.data.afterDays} days or more past due stand here, once for each month since they were due.
          </Empty>
        ) : (
          <>
            <p className="soft">
              {page.data.percent}% a month of what is owed, for each whole month since the due date. Interest itself bears none.
            </p>
            <table className="list">
              <thead>
                <tr>
                  <th>
                    <span className="visually-hidden">Charge</span>
                  </th>
                  <th>Account</th>
                  <th>Invoice</th>
                  <th>Due</th>
                  <th className="right">Owed</th>
                  <th className="right">Months</th>
                  <th className="right">Interest</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <tr key={row.invoiceId}>
                    <td>
                      <input
                        type="checkbox"
                        aria-label={`Charge invoice ${row.number}`}
                        checked={!left.has(row.invoiceId)}
                        onChange={() => toggle(row.invoiceId)}
                      />
                    </td>
                    <td>{row.customer || 'Unknown'}</td>
                    <td>
                      <Link to={`/billing/invoices/${row.invoiceId}`}>{row.number}</Link>
                    </td>
                    <td>
                      {day(row.dueOn, now)} <span className="soft small">{row.daysOverdue} days ago</span>
                    </td>
                    <td className="right">{amount(row.on)}</td>
                    <td className="right">{row.months}</td>
                    <td className="right strong">{amount(row.amount)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </>
        )}
        {refusal.rest && (
          <div className="notice stop" role="alert">
            {refusal.rest}
          </div>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{rows.length > 0 ? 'Cancel' : 'Close'}</Button>
        {rows.length > 0 && (
          <Button variant="contained" disabled={busy || chosen.length === 0} onClick={() => void charge()}>
            {`Charge ${chosen.length} ${chosen.length === 1 ? 'invoice' : 'invoices'}`}
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

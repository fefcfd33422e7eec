import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { amount, day, wallTime } from '../../../lib/format';
import { useNow, useShop } from '../../../lib/shop';
import { Labelled } from '../../../ui/Labelled';
import { Failed, Loading } from '../../../ui/Feedback';
import { useSay } from '../../../ui/Toasts';
import { usePolicy, usePolicyChanges } from './usePolicy';
import styles from './ComparisonDialog.module.css';

type Comparison = Schemas['PolicyComparisonView'];

/** What the last 90 days would have come to under the draft; then it can be put in force. */
export default function ComparisonDialog({ onClose }: { onClose: () => void }) {
  const { view } = usePolicy();
  const { putInForce } = usePolicyChanges();
  const say = useSay();
  const [note, setNote] = useState('');
  const [busy, setBusy] = useState(false);
  const version = view.draft?.version ?? 0;
  const comparison = useQuery({
    queryKey: ['policy', 'comparison', version],
    queryFn: ({ signal }) => unwrap(api.GET('/api/policy/draft/comparison', { signal })),
    staleTime: 60_000,
    // Once it is put in force there is no draft to compare.
    enabled: !busy,
  });
  const data = comparison.data;
  const put = async () => {
    setBusy(true);
    try {
      const id = await putInForce(version, note);
      onClose();
      say.done(`Version ${id} is in effect. New repair orders use it.`);
    } catch (error) {
      say.refused(error);
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>Effect on the last 90 days</DialogTitle>
      <DialogContent className="comparison">
        {comparison.error && <Failed error={comparison.error} again={() => void comparison.refetch()} />}
        {!data && !comparison.error && <Loading what="posted repair orders, repricing each" />}
        {data && <Figures data={data} />}
        {data && <Labelled label="Reason for the change (shown in the version list)" value={note} onText={setNote} maxLength={200} />}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Keep editing</Button>
        <Button variant="contained" disabled={!data || busy} onClick={() => void put()}>
          {busy ? 'Publishing…' : 'Publish'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Figures({ data }: { data: Comparison }) {
  const shop = useShop();
  const now = useNow();
  const change = (before: number, after: number) =>
    `${after > before ? '+' : after < before ? '−' : ''}${amount(Math.abs(after - before))}`;
  const percent = (value: number | null) => (value === null ? '–' : `${value.toFixed(1)}%`);
  return (
    <>
      {data.orders === 0 ? (
        <p>
          No repair orders have been posted since {shop ? day(wallTime(data.since, shop.timeZone), now) : ''}, so there is nothing to
          compare.
        </p>
      ) : (
        <table className="list compare">
          <thead>
            <tr>
              <th>{data.orders === 1 ? '1 posted order' : `${data.orders.toLocaleString('en-US')} posted orders`}</th>
              <th className="right">As posted</th>
              <th className="right">With the draft</th>
              <th className="right">Change</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <td>Revenue, excluding taxes and pass-through fees</td>
              <td className="right">{amount(data.before.revenue)}</td>
              <td className="right">{amount(data.after.revenue)}</td>
              <td className="right strong">{change(data.before.revenue, data.after.revenue)}</td>
            </tr>
            <tr>
              <td>Profit</td>
              <td className="right">{amount(data.before.profit)}</td>
              <td className="right">{amount(data.after.profit)}</td>
              <td className="right strong">{change(data.before.profit, data.after.profit)}</td>
            </tr>
            <tr>
              <td>Margin</td>
              <td className="right">{percent(data.before.marginPercent)}</td>
              <td className="right">{percent(data.after.marginPercent)}</td>
              <td />
            </tr>
          </tbody>
        </table>
      )}
      <p className="soft">
        {data.changed === 0 ? 'No order changes.' : `${data.changed.toLocaleString('en-US')} of them change.`} Prices that a person set stay
        as they were; prices that were only held follow the draft. Nothing that was posted is touched.
      </p>
      {data.most.length > 0 && (
        <>
          <h3>Biggest changes</h3>
          <table className="list">
            <thead>
              <tr>
                <th>Invoice</th>
                <th>Work</th>
                <th>Customer</th>
                <th className="right">Total</th>
                <th className="right">With the draft</th>
                <th className="right">Change</th>
                <th className="right">Profit</th>
              </tr>
            </thead>
            <tbody>
              {data.most.map((order) => (
                <tr key={order.invoiceId}>
                  <td>
                    <Link to={`/invoices/${order.invoiceId}`} target="_blank">
                      {order.number}
                    </Link>
                  </td>
                  <td className={`clip ${styles.title}`}>{order.title}</td>
                  <td className={`clip ${styles.customer}`}>{order.customer}</td>
                  <td className="right">{amount(order.totalBefore)}</td>
                  <td className="right">{amount(order.totalAfter)}</td>
                  <td className="right strong">{change(order.totalBefore, order.totalAfter)}</td>
                  <td className="right">{change(order.profitBefore, order.profitAfter)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      {data.notPriced.length > 0 && (
        <p className="stop">
          {data.notPriced.length === 1 ? '1 order' : `${data.notPriced.length} orders`} can’t be priced by the draft and count in neither
          sum, such as invoice {data.notPriced[0]!.number}: {data.notPriced[0]!.reason}
        </p>
      )}
    </>
  );
}

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../lib/api';
import { amount, day, wallTime } from '../../lib/format';
import { useNow, useShop } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { useActions } from '../../lib/order/useSheet';

/** What the policy in force would change about this order, before it does. */
export default function RepriceDialog({ onClose }: { onClose: () => void }) {
  const { orderId, edits } = useActions();
  const shop = useShop();
  const now = useNow();
  const preview = useQuery({
    queryKey: ['order', orderId, 'reprice'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/reprice', { signal, params: { path: { id: orderId } } })),
  });
  const data = preview.data;
  const reprice = () => {
    if (!data) return;
    onClose();
    void edits.reprice(data.from.id, data.to.id);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>Preview repricing</DialogTitle>
      <DialogContent>
        {preview.error && <Failed error={preview.error} again={() => void preview.refetch()} />}
        {!data && !preview.error && <Loading what="the comparison" />}
        {data && (
          <>
            <p className="soft">
              This repair order uses pricing version {data.from.id}. Version {data.to.id} took effect{' '}
              {shop ? day(wallTime(data.to.inForceAt, shop.timeZone), now) : data.to.inForceAt.slice(0, 10)}
              {data.to.by && `, by ${data.to.by}`}
              {data.to.note && `: ${data.to.note}`}.
            </p>
            <table className="list reprice">
              <thead>
                <tr>
                  <th>What</th>
                  <th className="right">Now</th>
                  <th className="right">New</th>
                  <th className="right">Change</th>
                </tr>
              </thead>
              <tbody>
                {data.preview.changes.map((change, i) => (
                  <tr key={i}>
                    <td>
                      {change.what} {change.job && change.job !== change.what && <span className="soft small">{change.job}</span>}
                    </td>
                    <td className="right">{amount(change.before)}</td>
                    <td className="right">{amount(change.after)}</td>
                    <td className="right">{signed(change.after - change.before)}</td>
                  </tr>
                ))}
                <tr className="strong">
                  <td>Total</td>
                  <td className="right">{amount(data.preview.totalBefore)}</td>
                  <td className="right">{amount(data.preview.totalAfter)}</td>
                  <td className="right">{signed(data.preview.totalAfter - data.preview.totalBefore)}</td>
                </tr>
              </tbody>
            </table>
            {data.preview.changes.length === 0 && <p>No amounts change.</p>}
            {data.preview.held > 0 && (
              <p className="soft">
                {data.preview.held === 1 ? '1 line keeps its price' : `${data.preview.held} lines keep their prices`}: the customer was
                told.
              </p>
            )}
            {data.preview.needsDecision && (
              <p className="stop">Approved work would exceed what the customer approved. Get approval again after repricing.</p>
            )}
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={!data} onClick={reprice}>
          Reprice
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function signed(value: number): string {
  return `${value > 0 ? '+' : value < 0 ? '−' : ''}${amount(Math.abs(value))}`;
}

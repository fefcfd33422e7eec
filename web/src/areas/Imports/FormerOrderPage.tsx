import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from 'react-router';
import { api, unwrap } from '../../lib/api';
import { useKeys } from '../../lib/keys';
import { useMay, useRefresh } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { useSay } from '../../ui/Toasts';
import { Paper } from '../Billing/Paper';

/** An order of the former program: its figures as they were, printed and copied like one's own. */
export default function FormerOrderPage() {
  const id = Number(useParams().id);
  const navigate = useNavigate();
  const refresh = useRefresh();
  const say = useSay();
  const mayEdit = useMay('EditOrders');
  const page = useQuery({
    queryKey: ['former', id],
    queryFn: ({ signal }) => unwrap(api.GET('/api/former-orders/{id}', { signal, params: { path: { id } } })),
  });
  useKeys('Imported order', [{ key: 'P', label: 'Print as PDF', run: () => window.open(`/api/former-orders/${id}/order.pdf`, '_blank') }]);
  if (page.error && !page.data) return <Failed error={page.error} again={() => void page.refetch()} />;
  if (!page.data) return <Loading what="the order" />;
  const { document, canGoTo, customerId, vehicleId } = page.data;
  const copy = async (orderId: number, job: number) => {
    try {
      await unwrap(api.POST('/api/orders/{id}/jobs/former', { params: { path: { id: orderId } }, body: { formerOrderId: id, job } }));
      await refresh(['order', orderId], ['floor']);
      void navigate(`/orders/${orderId}`);
      say.done(`${document.jobs[job]!.title} added at today's prices.`);
    } catch (error) {
      say.refused(error);
    }
  };
  return (
    <div className="invoice-page">
      <Paper document={document} />
      <div className="invoice-side">
        <section className="panel" aria-label="Actions">
          <span className="soft">Imported from the previous software. It is not in this shop's books.</span>
          <Button variant="contained" href={`/api/former-orders/${id}/order.pdf`} target="_blank">
            Print as PDF <span className="key">P</span>
          </Button>
          {customerId !== null && <Link to={`/customers/${customerId}`}>The customer</Link>}
          {vehicleId !== null && <Link to={`/vehicles/${vehicleId}`}>The car</Link>}
        </section>
        {mayEdit && (
          <section className="panel" aria-label="Copy work">
            <h2>Copy to a repair order</h2>
            {canGoTo.length === 0 && (
              <p className="soft">
                No repair order is open for this vehicle. Start a write-up to copy work into it. {vehicleId !== null ? 'car' : 'customer'}.{' '}
                {customerId !== null && (
                  <Link to={`/write-up?customer=${customerId}${vehicleId !== null ? `&vehicle=${vehicleId}` : ''}`}>Start a write-up</Link>
                )}{' '}
                to copy work into it.
              </p>
            )}
            {canGoTo.map((order) =>
              document.jobs.map((job, i) => (
                <div key={`${order.id}-${i}`} className="row">
                  <span className="grow">{job.title}</span>
                  <button className="linkish nowrap" onClick={() => void copy(order.id, i)}>
                    Copy to order {order.number}
                  </button>
                </div>
              )),
            )}
          </section>
        )}
      </div>
    </div>
  );
}

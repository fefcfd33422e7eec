import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { FoundRow, useFind } from '../../Customers/FindField';
import { api, Problem, sentence, unwrap } from '../../../lib/api';
import { Combo } from '../../../ui/Combo';
import { Labelled } from '../../../ui/Labelled';
import { Plate } from '../../../ui/Plate';
import { useSay } from '../../../ui/Toasts';
import { emptyCar } from '../../WriteUp/draft';
import { useActions, useHeader } from '../../../lib/order/useSheet';

/** A sale over the counter becomes an order with a car: one on file, or a new one of the customer's. */
export default function AddCarDialog({ onClose }: { onClose: () => void }) {
  const { orderId, edits } = useActions();
  const head = useHeader();
  const say = useSay();
  const [text, setText] = useState('');
  const [customerId, setCustomerId] = useState<number | null>(head.customer?.id ?? null);
  const [typed, setTyped] = useState(emptyCar);
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const find = useFind(text, customerId === null && text.trim().length > 0);
  const customer = useQuery({
    queryKey: ['customer', customerId, 'write-up'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/customers/{id}', { signal, params: { path: { id: customerId! } } })),
    enabled: customerId !== null,
  }).data;
  const set = async (vehicleId: number | null) => {
    try {
      await edits.kept(
        unwrap(
          api.POST('/api/orders/{id}/vehicle', {
            params: { path: { id: orderId } },
            body: { vehicleId, vehicle: vehicleId === null ? typed : null, customerId },
          }),
        ),
      );
      onClose();
      say.done('Vehicle added. Add-ons, shop supplies and fees now apply.');
    } catch (error) {
      setProblem(error instanceof Problem ? { field: error.field, text: error.message } : { text: sentence(error) });
    }
  };
  const of = (field: string) => (problem?.field === field ? problem.text : undefined);
  const placed = ['plate', 'year', 'vin'].includes(problem?.field ?? '');
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>Add a vehicle to this counter sale</DialogTitle>
      <DialogContent className="add-car">
        {customerId === null && (
          <Combo
            className="field"
            autoFocus
            label="Plate, name or phone"
            placeholder="Plate, name or phone…"
            text={text}
            onText={setText}
            pending={find.isPlaceholderData || find.isLoading}
            none="No match. Write up the customer first, then add the vehicle here."
            choices={(find.data ?? [])
              .filter((f) => f.kind !== 'Order')
              .map((f) => ({
                key: `${f.kind}${f.id}`,
                kind: f.kind === 'Vehicle' ? 'Vehicle' : 'Customer',
                content: <FoundRow found={f} />,
                take: () => (f.kind === 'Vehicle' ? void set(f.id) : setCustomerId(f.id)),
              }))}
          />
        )}
        {customer && (
          <>
            <p>
              <b>{customer.name}</b>
            </p>
            {customer.cars.map((car) => (
              <button key={car.id} className="carpick" onClick={() => void set(car.id)}>
                <Plate text={car.plate} />
                <span className="strong grow">{car.description}</span>
                <span className="soft">{car.color}</span>
              </button>
            ))}
            <h3>Or enter a new vehicle</h3>
            <div className="triple">
              <Labelled label="Plate" value={typed.plate ?? ''} onText={(plate) => setTyped({ ...typed, plate })} problem={of('plate')} />
              <Labelled
                label="Year"
                value={typed.year ?? ''}
                onText={(year) => setTyped({ ...typed, year })}
                problem={of('year')}
                inputMode="numeric"
              />
              <Labelled label="VIN" value={typed.vin ?? ''} onText={(vin) => setTyped({ ...typed, vin })} problem={of('vin')} />
            </div>
            <div className="pair">
              <Labelled label="Make" value={typed.make ?? ''} onText={(make) => setTyped({ ...typed, make })} />
              <Labelled label="Model" value={typed.model ?? ''} onText={(model) => setTyped({ ...typed, model })} />
            </div>
          </>
        )}
        {problem && !placed && (
          <p className="field-problem" role="alert">
            {problem.text}
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={!customer} onClick={() => void set(null)}>
          Add vehicle
        </Button>
      </DialogActions>
    </Dialog>
  );
}

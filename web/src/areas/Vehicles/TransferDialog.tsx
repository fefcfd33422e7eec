import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { FoundRow, useFind, type Found } from '../Customers/FindField';
import { Combo } from '../../ui/Combo';
import { useSay } from '../../ui/Toasts';
import type { VehiclePageView } from '../Customers/useRecords';

/** A car has another owner: its history stays with it. */
export default function TransferDialog({
  vehicle,
  transfer,
  onClose,
}: {
  vehicle: VehiclePageView;
  transfer: (customerId: number) => Promise<unknown>;
  onClose: () => void;
}) {
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<Found | null>(null);
  const say = useSay();
  const found = (useFind(text, text.trim().length > 0).data ?? []).filter((f) => f.kind === 'Customer' && f.id !== vehicle.customerId);
  const before = vehicle.customerId;
  const go = async () => {
    try {
      await transfer(chosen!.id);
      onClose();
      say.done(`Transferred to ${chosen!.title}. The service history stays with the vehicle.`, () => transfer(before));
    } catch (error) {
      say.refused(error);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>Transfer this vehicle to a new owner</DialogTitle>
      <DialogContent className="merge">
        <p className="soft">
          Repair orders, odometer history and alerts stay with the vehicle. Past repair orders stay under their original customer.
        </p>
        <Combo
          className="field"
          autoFocus
          label="New owner"
          placeholder="Name or phone of the new owner…"
          text={text}
          onText={(next) => {
            setText(next);
            setChosen(null);
          }}
          clearOnTake={false}
          none="No match. Write up the new owner first, then transfer the vehicle."
          choices={found.map((f) => ({
            key: String(f.id),
            kind: 'Customer',
            content: <FoundRow found={f} />,
            take: () => {
              setText(f.title);
              setChosen(f);
            },
          }))}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={chosen === null} onClick={() => void go()}>
          Transfer{chosen ? ` to ${chosen.title}` : ''}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

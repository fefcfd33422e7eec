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
      say.done(`It belongs to ${chosen!.title} now; its history stayed with it.`, () => transfer(before));
    } catch (error) {
      say.refused(error);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>Pass this car on to another owner</DialogTitle>
      <DialogContent className="merge">
        <p className="soft">Its orders, readings and warnings stay with the car; earlier orders keep the customer they were for.</p>
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
          none="Nobody is on file for this. Write the new owner up first, then pass the car on."
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
        <Button onClick={onClose}>Leave it</Button>
        <Button variant="contained" disabled={chosen === null} onClick={() => void go()}>
          Pass on{chosen ? ` to ${chosen.title}` : ''}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

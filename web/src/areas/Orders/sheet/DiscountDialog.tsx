import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { sentence, type Schemas } from '../../../lib/api';
import { Labelled } from '../../../ui/Labelled';
import { Reasons } from '../../../ui/Reasons';
import { SegmentedControl } from '../../../ui/SegmentedControl';
import { useActions, wanted } from '../../../lib/order/useSheet';

/** What a discount is given on: a line, a job, or, without either, the order. */
export interface DiscountTarget {
  jobId?: number;
  lineId?: number;
  title: string;
}

type On = NonNullable<Schemas['AddToOrderRequest']['on']>;

const OF_JOB = [
  ['All', 'The whole job'],
  ['Labor', 'Labor'],
  ['Parts', 'Parts'],
] as const;
const OF_ORDER = [
  ['All', 'Whole order'],
  ['Labor', 'Labor'],
  ['Parts', 'Parts'],
] as const;

/** Gives a discount: a percentage or an amount, off what, and why. */
export default function DiscountDialog({ target, onClose }: { target: DiscountTarget; onClose: () => void }) {
  const { edits } = useActions();
  const [value, setValue] = useState('');
  const [reason, setReason] = useState('');
  const [on, setOn] = useState<On>('All');
  const [problem, setProblem] = useState<string>();
  const give = async () => {
    try {
      await edits.take(
        wanted({ kind: 'Discount', jobId: target.jobId ?? null, lineId: target.lineId ?? null, value, on, reason }),
        `Discount ${value}`,
      );
      onClose();
    } catch (error) {
      setProblem(sentence(error));
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void give();
        }}
      >
        <DialogTitle>Discount on {target.title}</DialogTitle>
        <DialogContent className="form-rows">
          <Labelled label="Percent or amount" problem={problem} autoFocus placeholder="10% or 15.00" value={value} onText={setValue} />
          {target.lineId === undefined && (
            <SegmentedControl label="Applies to" value={on} onChange={setOn} choices={target.jobId ? OF_JOB : OF_ORDER} />
          )}
          <Labelled label="Reason" placeholder="such as: waited an hour" value={reason} onText={setReason} list="price-reasons" />
          <Reasons id="price-reasons" use="PriceReason" />
          <p className="soft small">Fees and core charges are never discounted.</p>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={!value.trim()}>
            Apply discount
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

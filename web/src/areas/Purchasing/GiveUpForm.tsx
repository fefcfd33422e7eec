import Button from '@mui/material/Button';
import { useState } from 'react';
import { Labelled } from '../../ui/Labelled';
import { useRefusal } from '../../ui/useRefusal';

interface Props {
  label: string;
  onSend: (reason: string) => Promise<unknown>;
  onClose: () => void;
}

/** Why a core is given up. */
export function GiveUpForm({ label, onSend, onClose }: Props) {
  const [reason, setReason] = useState('');
  const refusal = useRefusal('reason');
  return (
    <form
      className="notice row"
      onSubmit={(event) => {
        event.preventDefault();
        void refusal.attempt(() => onSend(reason));
      }}
    >
      <div className="grow">
        <Labelled
          label={label}
          value={reason}
          onText={setReason}
          autoFocus
          maxLength={200}
          problem={refusal.of('reason') ?? refusal.rest}
        />
      </div>
      <Button onClick={onClose}>Cancel</Button>
      <Button type="submit" variant="contained">
        Give up
      </Button>
    </form>
  );
}

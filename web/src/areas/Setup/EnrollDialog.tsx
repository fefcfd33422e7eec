import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { api, sentence, take } from '../../lib/api';
import { useSay } from '../../ui/Toasts';

/** Enrolls this terminal: whoever signs in here with a password may then switch by PIN. */
export function EnrollDialog({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState('Front counter');
  const [pin, setPin] = useState('');
  const [problem, setProblem] = useState('');
  const say = useSay();
  const enroll = async () => {
    try {
      if (pin) await take(api.PUT('/api/session/own-pin', { body: { pin } }));
      await take(api.POST('/api/session/terminal', { body: { name } }));
      say.done(`${name} is enrolled. Ctrl L switches person.`);
      onClose();
    } catch (error) {
      setProblem(sentence(error));
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="enroll-title">
      <DialogTitle id="enroll-title">Switch by PIN on this terminal</DialogTitle>
      <DialogContent>
        <p className="soft" style={{ marginBottom: 16 }}>
          People who sign in here once with their password can then switch with their PIN. Five wrong PINs lock the terminal until somebody types a password.
        </p>
        <TextField label="Name of this terminal" value={name} onChange={(e) => setName(e.target.value)} sx={{ mb: 2 }} autoFocus />
        <TextField
          label="Your own PIN, 4 to 8 digits (leave empty to keep it)"
          type="password"
          value={pin}
          onChange={(e) => setPin(e.target.value)}
          error={problem !== ''}
          helperText={problem}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={() => void enroll()}>
          Enroll
        </Button>
      </DialogActions>
    </Dialog>
  );
}

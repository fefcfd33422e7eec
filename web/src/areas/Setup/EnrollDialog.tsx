import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { api, sentence, unwrap } from '../../lib/api';
import { useSay } from '../../ui/Toasts';
import styles from './EnrollDialog.module.css';

/** Enrolls this computer: whoever signs in here with a password may then switch by PIN. */
export function EnrollDialog({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState('Front counter');
  const [problem, setProblem] = useState('');
  const say = useSay();
  const enroll = async () => {
    try {
      await unwrap(api.POST('/api/session/terminal', { body: { name } }));
      say.done(`${name} is enrolled. Ctrl L switches user.`);
      onClose();
    } catch (error) {
      setProblem(sentence(error));
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="enroll-title">
      <DialogTitle id="enroll-title">PIN sign-in on this computer</DialogTitle>
      <DialogContent>
        <p className={`soft ${styles.about}`}>
          People who sign in here with their password can then switch with their PIN for 30 days. After five wrong PINs a person needs the
          password. Each sets a PIN under their initials, Your account.
        </p>
        <TextField
          label="Name of this computer"
          value={name}
          onChange={(e) => setName(e.target.value)}
          error={problem !== ''}
          helperText={problem}
          autoFocus
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={() => void enroll()}>
          Turn on
        </Button>
      </DialogActions>
    </Dialog>
  );
}

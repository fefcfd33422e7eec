import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../../lib/api';
import { bytes, moment } from '../../../lib/format';
import { useNow, useShop } from '../../../lib/shop';
import { Labelled } from '../../../ui/Labelled';
import { useRefusal } from '../../../ui/useRefusal';
import { untilServedAgain } from './untilServedAgain';
import styles from './upkeep.module.css';

export type BackupFile = Schemas['BackupFileRow'];

/** Puts a backup back: what goes is said, the shop's name confirms it, and the page comes back when the shop does. */
export function RestoreDialog({ file, onClose }: { file: BackupFile; onClose: () => void }) {
  const shop = useShop();
  const now = useNow();
  const [name, setName] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [busy, setBusy] = useState(false);
  const refusal = useRefusal('shopName', 'passphrase');
  const restore = async () => {
    setBusy(true);
    await refusal.attempt(async () => {
      await unwrap(api.POST('/api/backups/restore', { body: { folder: file.folder, name: file.name, passphrase, shopName: name } }));
      await untilServedAgain();
    });
    setBusy(false);
  };
  return (
    <Dialog open onClose={busy ? undefined : onClose} maxWidth="sm" fullWidth aria-labelledby="restore-title">
      <DialogTitle id="restore-title">Restore the backup of {moment(file.madeAt, now)}</DialogTitle>
      <DialogContent>
        <form
          id="restore"
          className={styles.dialog}
          onSubmit={(event) => {
            event.preventDefault();
            void restore();
          }}
        >
          <p>
            {file.name}, {bytes(file.bytes)}. It is opened and checked first. Then everybody is signed out for a moment, and the shop is as
            it was then: <b>what was entered since is gone from it.</b> The data of now is kept in a folder beside it on the server.
          </p>
          {file.isSealed && (
            <Labelled label="Passphrase" value={passphrase} onText={setPassphrase} problem={refusal.of('passphrase')} autoFocus />
          )}
          <Labelled
            label={`Type ${shop?.name ?? 'the name of the shop'} to confirm`}
            value={name}
            onText={setName}
            problem={refusal.of('shopName')}
            autoFocus={!file.isSealed}
          />
          {(refusal.rest ?? (!file.isSealed && refusal.of('passphrase'))) && (
            <div className="notice stop" role="alert">
              {refusal.rest ?? refusal.of('passphrase')}
            </div>
          )}
          {busy && <p role="status">Checking the backup, then the shop starts again on it. This page comes back by itself.</p>}
        </form>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} disabled={busy}>
          Cancel
        </Button>
        <Button type="submit" form="restore" variant="contained" color="error" disabled={busy}>
          Restore
        </Button>
      </DialogActions>
    </Dialog>
  );
}

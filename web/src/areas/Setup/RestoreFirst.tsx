import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../../lib/api';
import { bytes } from '../../lib/format';
import { useRefusal } from '../../ui/useRefusal';
import { untilServedAgain } from './upkeep/untilServedAgain';

type File = Schemas['BackupFileRow'];

/** A machine without a shop begins with a backup: the folder, one of its backups, and the shop starts on it. */
export function RestoreFirst({ code: typed, onBack }: { code: string; onBack: () => void }) {
  const [code, setCode] = useState(typed);
  const [folder, setFolder] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [files, setFiles] = useState<File[] | null>(null);
  const [busy, setBusy] = useState(false);
  const refusal = useRefusal();
  const find = () => refusal.attempt(async () => setFiles(await unwrap(api.POST('/api/first-run/backups', { body: { code, folder } }))));
  const restore = async (file: File) => {
    setBusy(true);
    await refusal.attempt(async () => {
      await unwrap(api.POST('/api/first-run/restore', { body: { code, folder, name: file.name, passphrase } }));
      await untilServedAgain();
    });
    setBusy(false);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void find();
      }}
    >
      <h2>Restore a backup</h2>
      {refusal.rest && (
        <div className="notice stop" role="alert">
          {refusal.rest}
        </div>
      )}
      <TextField
        label="Code that was printed where Yardstick was started"
        value={code}
        onChange={(event) => setCode(event.target.value)}
        autoComplete="off"
        autoFocus={!typed}
      />
      <TextField
        label="Folder with backups, on this machine"
        placeholder="/mnt/backup/shop"
        value={folder}
        onChange={(event) => setFolder(event.target.value)}
        autoFocus={typed !== ''}
      />
      <TextField
        label="Passphrase, where they are sealed"
        value={passphrase}
        onChange={(event) => setPassphrase(event.target.value)}
        autoComplete="off"
      />
      <Button type="submit" variant="contained" disabled={busy}>
        Find backups
      </Button>
      {files?.length === 0 && <p>No backups were found in that folder.</p>}
      {files?.slice(0, 8).map((file) => (
        <Button key={file.name} variant="outlined" disabled={busy} onClick={() => void restore(file)}>
          {file.madeAt.replace('T', ' ')}, {bytes(file.bytes)}
        </Button>
      ))}
      {busy && <p role="status">Checking the backup, then the shop starts on it. This page comes back by itself.</p>}
      <Button onClick={onBack}>Set up a new shop instead</Button>
    </form>
  );
}

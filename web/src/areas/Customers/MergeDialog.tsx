import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { FoundRow, useFind } from './FindField';
import { api, sentence, unwrap } from '../../lib/api';
import { Combo } from '../../ui/Combo';
import { useSay } from '../../ui/Toasts';

interface Props {
  kind: 'customers' | 'vehicles';
  id: number;
  name: string;
  merge: (otherId: number) => Promise<{ mergeId: number }>;
  takeApart: (mergeId: number) => Promise<unknown>;
  onClose: () => void;
}

/** Two records of one customer or car made into one: choose the other, see what moves, do it. */
export default function MergeDialog({ kind, id, name, merge, takeApart, onClose }: Props) {
  const [text, setText] = useState('');
  const [other, setOther] = useState<number | null>(null);
  const [busy, setBusy] = useState(false);
  const say = useSay();
  const wanted = kind === 'customers' ? 'Customer' : 'Vehicle';
  const found = (useFind(text, text.trim().length > 0).data ?? []).filter((f) => f.kind === wanted && f.id !== id);
  const preview = useQuery({
    queryKey: ['merge', kind, id, other],
    queryFn: ({ signal }) => {
      const params = { path: { id }, query: { other: other! } };
      return unwrap(
        kind === 'customers' ? api.GET('/api/customers/{id}/merge', { signal, params }) : api.GET('/api/vehicles/{id}/merge', { params }),
      );
    },
    enabled: other !== null && !busy,
  });
  const go = async () => {
    setBusy(true);
    try {
      const { mergeId } = await merge(other!);
      onClose();
      say.done(`${preview.data?.gone} merged into ${name}. You can undo this for 24 hours.`, () => takeApart(mergeId));
    } catch (error) {
      say.refused(error);
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>Merge another record into {name}</DialogTitle>
      <DialogContent className="merge">
        <Combo
          className="field"
          autoFocus
          label="The other record"
          placeholder={kind === 'customers' ? 'Name or phone of the other record…' : 'Plate or VIN of the other record…'}
          text={text}
          onText={(next) => {
            setText(next);
            setOther(null);
          }}
          clearOnTake={false}
          none="No match."
          choices={found.map((f) => ({
            key: String(f.id),
            kind: kind === 'customers' ? 'Customer' : 'Vehicle',
            content: <FoundRow found={f} />,
            take: () => {
              setText(f.title);
              setOther(f.id);
            },
          }))}
        />
        {preview.error && (
          <p className="field-problem" role="alert">
            {sentence(preview.error)}
          </p>
        )}
        {preview.data && (
          <>
            <h3>
              Moves from {preview.data.gone} to {preview.data.kept}
            </h3>
            {preview.data.moves.length === 0 ? (
              <p>Nothing else to move.</p>
            ) : (
              <ul>
                {preview.data.moves.map((move) => (
                  <li key={move}>{move}</li>
                ))}
              </ul>
            )}
            {preview.data.differs.length > 0 && (
              <>
                <h3>Where they differ</h3>
                <table className="list">
                  <thead>
                    <tr>
                      <th />
                      <th>Kept</th>
                      <th>Not kept</th>
                    </tr>
                  </thead>
                  <tbody>
                    {preview.data.differs.map((difference) => (
                      <tr key={difference.field}>
                        <td className="soft">{words(difference.field)}</td>
                        <td>{difference.kept}</td>
                        <td className="soft">{difference.gone}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </>
            )}
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={!preview.data || busy} onClick={() => void go()}>
          {busy ? 'Merging…' : 'Merge'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** firstName as people write it: first name. */
function words(field: string): string {
  return field.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
}

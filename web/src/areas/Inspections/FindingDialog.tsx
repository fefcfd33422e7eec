import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useRef, useState, type SubmitEvent } from 'react';
import { api, Problem, sentence, unwrap, type Schemas } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { uploadPhoto } from '../../lib/upload';
import { Combo } from '../../ui/Combo';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import { usePhrases } from '../../ui/usePhrases';
import styles from './FindingDialog.module.css';

type Rating = Schemas['Rating'];
const RATINGS: [Rating, string][] = [
  ['Good', 'Good'],
  ['Watch', 'Watch'],
  ['Due', 'Due'],
  ['Unsafe', 'Unsafe'],
];

/** What was found: words, a measured value, a rating, a photo. */
export default function FindingDialog({ orderId, plate, onClose }: { orderId: number; plate: string; onClose: () => void }) {
  const [text, setText] = useState('');
  const [measured, setMeasured] = useState('');
  const [unit, setUnit] = useState('mm');
  const [rating, setRating] = useState<Rating>('Watch');
  const [photo, setPhoto] = useState<{ hash: string } | null>(null);
  const [sending, setSending] = useState('');
  const [problem, setProblem] = useState<{ field?: string; text: string } | null>(null);
  const form = useRef<HTMLFormElement>(null);
  const phrases = usePhrases('Finding', text, text.trim() !== '', setText);
  const refresh = useRefresh();
  const say = useSay();
  const failed = (error: unknown) => setProblem({ field: error instanceof Problem ? error.field : undefined, text: sentence(error) });
  const upload = async (file: File) => {
    setSending('Saving the photo…');
    setProblem(null);
    try {
      setPhoto({ hash: await uploadPhoto(file) });
    } catch (error) {
      failed(error);
    } finally {
      setSending('');
    }
  };
  const submit = async (event: SubmitEvent) => {
    event.preventDefault();
    setSending('Saving the finding…');
    try {
      await unwrap(
        api.POST('/api/orders/{id}/findings', {
          params: { path: { id: orderId } },
          body: { text, measured, unit: measured ? unit : '', rating, photoHash: photo?.hash ?? null },
        }),
      );
      await refresh(['bench'], ['order', orderId]);
      say.done('Finding saved.');
      onClose();
    } catch (error) {
      failed(error);
      setSending('');
    }
  };
  const problemOf = (field: string) => (problem?.field === field ? problem.text : undefined);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="finding-title">
      <form ref={form} onSubmit={(event) => void submit(event)} className={`bench ${styles.form}`}>
        <DialogTitle id="finding-title">Finding on {plate}</DialogTitle>
        <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 2 }}>
          <div className="field">
            <label htmlFor="finding">Finding</label>
            <Combo
              label="Finding"
              id="finding"
              placeholder="Front pads worn on the inside"
              autoFocus
              text={text}
              onText={setText}
              clearOnTake={false}
              invalid={problemOf('text') !== undefined}
              choices={phrases.choices}
              free={{ onEnter: () => form.current?.requestSubmit() }}
              onDelete={phrases.forget}
            />
            {problemOf('text') && <div className="field-problem">{problemOf('text')}</div>}
          </div>
          <div className="pair">
            <Labelled
              label="Measurement"
              value={measured}
              onText={setMeasured}
              problem={problemOf('measured')}
              inputMode="decimal"
              placeholder="3.5"
            />
            <label className="labelled">
              <span>Unit</span>
              <select value={unit} onChange={(event) => setUnit(event.target.value)}>
                {['mm', '/32 in', 'V', 'psi', '%', '°F'].map((u) => (
                  <option key={u}>{u}</option>
                ))}
              </select>
            </label>
          </div>
          <div className="rating-pick" role="radiogroup" aria-label="Rating">
            {RATINGS.map(([key, words]) => (
              <button key={key} type="button" role="radio" aria-checked={rating === key} onClick={() => setRating(key)}>
                {words}
              </button>
            ))}
          </div>
          <div className="row">
            <label className={`big row ${styles.camera}`}>
              {photo ? 'Retake photo' : 'Take a photo'}
              <input
                type="file"
                accept="image/*"
                capture="environment"
                className="visually-hidden"
                onChange={(event) => event.target.files?.[0] && void upload(event.target.files[0])}
              />
            </label>
            {photo && <img className={styles.photo} src={`/api/photos/${photo.hash}`} alt="Photo of the finding" />}
            <span className="soft" role="status">
              {sending}
            </span>
          </div>
          {problem && problem.field !== 'text' && problem.field !== 'measured' && (
            <div className="notice stop" role="alert">
              {problem.text}
            </div>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose} size="large">
            Cancel
          </Button>
          <Button type="submit" variant="contained" size="large" disabled={sending !== ''}>
            Save finding
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

import { useState } from 'react';
import { Problem, sentence, type Schemas } from '../../lib/api';
import { uploadPhoto } from '../../lib/upload';
import { Labelled } from '../../ui/Labelled';
import styles from './BenchCarPage.module.css';

interface Props {
  label: string;
  placeholder: string;
  action: string;
  /** Jobs that it may be for; none asks for no job. */
  jobs?: Schemas['BenchJobTitle'][];
  send: (text: string, photoHash: string | null, jobId: number | null) => Promise<unknown>;
  onSent: () => Promise<void>;
}

/** Words with a photo, sent to the counter. What could not be sent stays in the field. */
export function BenchEntry({ label, placeholder, action, jobs, send, onSent }: Props) {
  const [text, setText] = useState('');
  const [photo, setPhoto] = useState<string | null>(null);
  const [jobId, setJobId] = useState<number | null>(jobs?.length === 1 ? jobs[0]!.id : null);
  const [busy, setBusy] = useState('');
  const [problem, setProblem] = useState('');
  const run = async (words: string, act: () => Promise<void>) => {
    setBusy(words);
    setProblem('');
    try {
      await act();
    } catch (error) {
      setProblem(error instanceof Problem ? error.message : sentence(error));
    } finally {
      setBusy('');
    }
  };
  return (
    <form
      className={styles.entry}
      onSubmit={(event) => {
        event.preventDefault();
        void run('Sending…', async () => {
          await send(text, photo, jobId);
          setText('');
          setPhoto(null);
          await onSent();
        });
      }}
    >
      <Labelled label={label} placeholder={placeholder} value={text} onText={setText} problem={problem || undefined} />
      <div className="acts">
        {jobs && jobs.length > 0 && (
          <select
            className="big"
            aria-label="Job that it is for"
            value={jobId ?? ''}
            onChange={(event) => setJobId(event.target.value ? Number(event.target.value) : null)}
          >
            <option value="">For no job in particular</option>
            {jobs.map((job) => (
              <option key={job.id} value={job.id}>
                {job.title}
              </option>
            ))}
          </select>
        )}
        <label className="big">
          {photo ? 'Retake photo' : 'Add a photo'}
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="visually-hidden"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void run('Saving the photo…', async () => setPhoto(await uploadPhoto(file)));
            }}
          />
        </label>
        <button className="big go" disabled={busy !== '' || !text.trim()}>
          {action}
        </button>
        {photo && <img className={styles.taken} src={`/api/photos/${photo}`} alt="The photo that goes with it" />}
        <span className="soft" role="status">
          {busy}
        </span>
      </div>
    </form>
  );
}

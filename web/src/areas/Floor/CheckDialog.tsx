import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { Labelled } from '../../ui/Labelled';
import { useSay } from '../../ui/Toasts';
import styles from './AfterWorkPage.module.css';

/** The quality check by somebody who did not do the work: passed, or a job goes back with what is to be done again. */
export default function CheckDialog({ orderId, onClose }: { orderId: number; onClose: () => void }) {
  const say = useSay();
  const refresh = useRefresh();
  const [note, setNote] = useState('');
  const [jobId, setJobId] = useState<number | null>(null);
  const { data, error, refetch } = useQuery({
    queryKey: ['order', orderId, 'check'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/orders/{id}/check', { signal, params: { path: { id: orderId } } })),
  });
  const path = { params: { path: { id: orderId } } };
  const done = async (act: Promise<unknown>, words: string) => {
    try {
      await act;
      await refresh(['floor'], ['bench'], ['order', orderId]);
      onClose();
      say.done(words);
    } catch (refused) {
      say.refused(refused);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Quality check{data ? `, ${data.plate} ${data.vehicle}` : ''}</DialogTitle>
      <DialogContent>
        {error && !data ? <Failed error={error} again={() => void refetch()} /> : null}
        {!error && !data ? <Loading what="the work" /> : null}
        {data && (
          <>
            {data.concerns.map((c) => (
              <p key={c}>
                <span className="soft">Concern: </span>
                {c}
              </p>
            ))}
            {data.jobs.map((job) => (
              <label key={job.id} className={styles.job}>
                <input
                  type="radio"
                  name="job"
                  aria-label={`Send back ${job.title}`}
                  checked={jobId === job.id}
                  disabled={data.whyNot !== ''}
                  onChange={() => setJobId(job.id)}
                />
                <span>
                  <b>{job.title}</b> <span className="soft">{job.doneBy && `done by ${job.doneBy}`}</span>
                  <span className="soft block">{job.lines.join(', ')}</span>
                </span>
              </label>
            ))}
            {data.whyNot ? (
              <div className="notice" role="status">
                {data.whyNot}
              </div>
            ) : (
              <Labelled
                label={jobId ? 'What is to be done again' : 'Note'}
                value={note}
                onText={setNote}
                maxLength={300}
                hint="To send work back, choose the job and say what is to be done again."
              />
            )}
          </>
        )}
      </DialogContent>
      <DialogActions>
        {jobId !== null && <Button onClick={() => setJobId(null)}>Choose no job</Button>}
        <Button onClick={onClose}>Close</Button>
        {data && data.whyNot === '' && jobId !== null && (
          <Button
            variant="contained"
            disabled={!note.trim()}
            onClick={() =>
              void done(
                unwrap(api.POST('/api/orders/{id}/check/send-back', { ...path, body: { jobId, note } })),
                `${data.plate} goes back to work.`,
              )
            }
          >
            Send back
          </Button>
        )}
        {data && data.whyNot === '' && jobId === null && (
          <Button
            variant="contained"
            onClick={() =>
              void done(unwrap(api.POST('/api/orders/{id}/check/pass', { ...path, body: { note } })), `${data.plate} passed and is ready.`)
            }
          >
            Passed
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

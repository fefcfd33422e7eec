import type { Schemas } from '../../../lib/api';
import { Gauge } from '../../../ui/Gauge';
import { useActions, useJobs, type Job } from '../../../lib/order/useSheet';
import styles from './JobNavigator.module.css';

const DECISIONS: Record<Schemas['DecisionKind'], string> = {
  Proposed: 'Pending',
  Approved: 'Approved',
  Declined: 'Declined',
  Deferred: 'Deferred',
  AnotherVisit: 'Next visit',
};

/** How far a job is, 0 to 1. */
export function done(job: Job): number {
  if (job.progress === 'Finished') return 1;
  return job.hours > 0 ? Math.min(1, job.clockedHours / job.hours) : 0;
}

/** The jobs with their decisions and a small rule of progress. */
export function JobNavigator({
  current,
  unsourced,
  onCurrent,
}: {
  current?: number;
  unsourced: number[];
  onCurrent: (id: number) => void;
}) {
  const { open, closed } = useActions();
  const jobs = useJobs();
  return (
    <nav className="spine" aria-label="Jobs">
      {jobs.map((job) => (
        <button key={job.id} aria-current={job.id === current} onClick={() => onCurrent(job.id)}>
          <div className="strong clip">{job.title}</div>
          <div className="meta">
            <span className="clip">
              {DECISIONS[job.decision]}
              {job.progress === 'Finished' ? ', finished' : job.onTheClock.length > 0 ? `, ${job.onTheClock.join(', ')}` : ''}
              {job.progressNote && `, ${job.progressNote}`}
            </span>
            <span className="nowrap">{job.hours.toFixed(1)} h</span>
          </div>
          <Gauge
            value={done(job)}
            label={job.progress === 'Finished' ? 'finished' : `${job.clockedHours} of ${job.hours} hours`}
            faint={job.decision !== 'Approved'}
          />
        </button>
      ))}
      {jobs.length === 0 && <div className={`soft ${styles.none}`}>Jobs will be listed here with the customer's answer.</div>}
      {!closed && unsourced.length > 0 && (
        <div className="spine-foot">
          <button className="linkish" onClick={() => open({ kind: 'source', lineIds: unsourced })}>
            {unsourced.length === 1 ? '1 incomplete line' : `${unsourced.length} incomplete lines`} <span className="key">U</span>
          </button>
        </div>
      )}
    </nav>
  );
}

import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { memo, useState } from 'react';
import { amount } from '../../lib/format';
import { useMay } from '../../lib/shop';
import { EditCell } from '../../ui/EditCell';
import { useSay } from '../../ui/Toasts';
import type { Decision } from '../Approval/DecisionDialog';
import { AddLine } from './AddLine';
import { CompanionRow } from './CompanionRow';
import { LineRow } from './LineRow';
import { useWork, type Job } from './useSheet';

interface Props {
  job: Job;
  current: boolean;
  onFocus: () => void;
  onDecide: (kind: Decision) => void;
}

/** One job: its title, its answer, its lines edited in place. */
export const JobSheet = memo(function JobSheet({ job, current, onFocus, onDecide }: Props) {
  const { edits, closed, margins, why } = useWork();
  const mayDecide = useMay('RecordDecisions');
  const say = useSay();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const aside = job.decision === 'Declined' || job.decision === 'Deferred';
  const close = () => setAnchor(null);
  const onePrice = (text: string) => edits.job(job.id, 'fixedPrice', text, job.version);
  const setPrice = () => {
    close();
    // It begins with what the job comes to now and is then edited in place.
    void onePrice(job.fixedPrice === null ? job.subtotal.toFixed(2) : '').catch(say.refused);
  };
  const note = [
    job.onTheClock.length > 0 ? `${job.onTheClock.join(', ')} on the clock` : '',
    job.decision === 'Proposed' || aside ? `adds ${amount(job.addsToTotal)} in all` : '',
  ].filter(Boolean);
  const margin = margins && !aside ? job.marginPercent : null;
  return (
    <section className={`job ${aside ? 'aside' : ''}`} id={`job-${job.id}`} data-current={current} onFocusCapture={onFocus} aria-label={job.title}>
      <header>
        <EditCell
          label="Title of the job"
          className="titlecell"
          value={job.title}
          commit={(text) => edits.job(job.id, 'title', text, job.version)}
          disabled={closed}
        />
        {job.fixedPrice !== null && (
          <span className="one-price soft">
            one price
            <EditCell label={`One price for ${job.title}`} value={job.fixedPrice.toFixed(2)} commit={onePrice} disabled={closed} />
          </span>
        )}
        <span className="soft clip grow">
          {note.join(' · ')}
          {margin !== null && (
            <>
              {note.length > 0 && ' · '}
              <button
                className="plainly"
                data-why={`job:${job.id}.margin`}
                data-why-title={`margin ${margin}%`}
                onClick={(event) => why(`job:${job.id}.margin`, `margin ${margin}%`, event.currentTarget)}
              >
                margin {Math.round(margin)}%
              </button>
            </>
          )}
        </span>
        <div className="decide">
          {job.decision === 'Proposed' ? (
            !closed &&
            mayDecide && (
              <>
                <button onClick={() => onDecide('Approved')}>
                  Approve… <span className="key">A</span>
                </button>
                <button onClick={() => onDecide('Deferred')}>
                  Defer… <span className="key">D</span>
                </button>
                <button onClick={() => onDecide('Declined')}>
                  Decline… <span className="key">X</span>
                </button>
              </>
            )
          ) : (
            <>
              <span className="made">{job.decision}</span>
              <button disabled={closed || !mayDecide} onClick={() => onDecide('Proposed')} title="Record a new answer">
                {job.decisionText || 'no record'}
              </button>
            </>
          )}
        </div>
        <button
          className="total"
          data-why={`job:${job.id}.addsToTotal`}
          data-why-title={`it adds ${amount(job.addsToTotal)}`}
          onClick={(event) => why(`job:${job.id}.addsToTotal`, `it adds ${amount(job.addsToTotal)}`, event.currentTarget)}
        >
          {amount(job.subtotal)}
        </button>
        {!closed && (
          <button
            className="more"
            style={{ border: 0, background: 'none', cursor: 'pointer' }}
            aria-label={`More for ${job.title}`}
            aria-haspopup="menu"
            onClick={(event) => setAnchor(event.currentTarget)}
          >
            ⋯
          </button>
        )}
      </header>
      <div className="lines">
        {current && (
          <>
            <span className="head" />
            <span className="head">Work or part</span>
            <span className="head">Number</span>
            <span className="head right">Qty</span>
            <span className="head right">Each</span>
            <span className="head right">Amount</span>
            <span className="head">State</span>
            <span className="head right">{margins ? 'Margin' : ''}</span>
            <span className="head" />
          </>
        )}
        {job.lines.map((line) => (
          <LineRow key={line.id} line={line} job={job} />
        ))}
        {job.companions.map((companion) => (
          <CompanionRow key={companion.code} companion={companion} job={job} />
        ))}
      </div>
      {!closed && !aside && current && <AddLine job={job} />}
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        <MenuItem onClick={setPrice}>{job.fixedPrice === null ? 'Sell at one price' : 'Build the price up from its lines'}</MenuItem>
        <MenuItem
          onClick={() => {
            close();
            void edits.removeJob(job);
          }}
        >
          Take the job off
        </MenuItem>
      </Menu>
    </section>
  );
});

import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { memo, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Schemas } from '../../../lib/api';
import { amount, typedQuantity } from '../../../lib/format';
import { useMay } from '../../../lib/shop';
import { EditCell } from '../../../ui/EditCell';
import { useSay } from '../../../ui/Toasts';
import type { Decision } from '../../Approval/DecisionDialog';
import { AddLine } from './AddLine';
import { CompanionRow } from './CompanionRow';
import { LineRow } from './LineRow';
import { OfferedWith } from './OfferedWith';
import { useActions, type Job } from '../../../lib/order/useSheet';

type Correction = Schemas['CorrectionView'];
type Misfit = Schemas['MisfitView'];

interface Props {
  job: Job;
  current: boolean;
  onFocus: (id: number) => void;
  onDecide: (id: number, kind: Decision) => void;
  /** Lines that are selected. */
  selected: ReadonlySet<number>;
  corrections: ReadonlyMap<number, Correction>;
  misfits: ReadonlyMap<number, Misfit>;
  offers: Schemas['RelatedWorkOffer'][];
  here: ReadonlyMap<number, string>;
}

/** One job: its title, its answer, its lines edited in place. */
export const JobSheet = memo(function JobSheet({ job, current, onFocus, onDecide, selected, corrections, misfits, offers, here }: Props) {
  const { edits, closed, margins, why, open, discount } = useActions();
  const mayDecide = useMay('RecordDecisions');
  const mayCan = useMay('EditSetup');
  const say = useSay();
  const navigate = useNavigate();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const aside = job.isSetAside;
  const priced = job.fixedPrice === null ? '' : job.fixedPrice.toFixed(2);
  const onePrice = (text: string) => edits.job(job, 'fixedPrice', priced, text);
  const choose = (act: () => void) => () => {
    setAnchor(null);
    act();
  };
  const note = [
    job.onTheClock.length > 0 ? `${job.onTheClock.join(', ')} on the clock` : '',
    job.isUndecided || aside ? `${amount(job.addsToTotal)} with tax and supplies` : '',
    job.laborRate ? `labor at ${job.laborRate}` : '',
    job.isUnsafe ? 'safety item' : '',
    job.payerWords ? `paid by ${job.payerWords}` : '',
    job.credit ? `${job.credit} credited toward the repair` : '',
  ].filter(Boolean);
  const margin = margins && !aside ? job.marginPercent : null;
  const own = job.discounts.filter((d) => d.lineId === null);
  return (
    <section
      className={`job ${aside ? 'aside' : ''}`}
      id={`job-${job.id}`}
      data-job-id={job.id}
      data-current={current}
      onFocusCapture={() => onFocus(job.id)}
      aria-label={job.title}
    >
      <header>
        <EditCell
          label="Job title"
          className="titlecell"
          value={job.title}
          title={job.originText || undefined}
          commit={(text) => edits.job(job, 'title', job.title, text)}
          disabled={closed}
        />
        {job.countUnit && (
          <span className="one-price soft nowrap">
            <EditCell
              label={`Number of ${job.countUnit}s`}
              value={typedQuantity(job.count)}
              commit={(text) => edits.job(job, 'count', typedQuantity(job.count), text)}
              disabled={closed}
            />
            {job.count === 1 ? job.countUnit : `${job.countUnit}s`}
          </span>
        )}
        {job.fixedPrice !== null && (
          <span className="one-price soft">
            fixed price
            <EditCell label={`One price for ${job.title}`} value={priced} commit={onePrice} disabled={closed} />
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
          {job.isUndecided ? (
            !closed &&
            mayDecide && (
              <>
                <button onClick={() => onDecide(job.id, 'Approved')}>
                  Approve… <span className="key">A</span>
                </button>
                <button onClick={() => onDecide(job.id, 'Deferred')}>
                  Defer… <span className="key">D</span>
                </button>
                <button onClick={() => onDecide(job.id, 'Declined')}>
                  Decline… <span className="key">X</span>
                </button>
              </>
            )
          ) : (
            <>
              <span className="made">{job.decision === 'AnotherVisit' ? 'Next visit' : job.decision}</span>
              {job.anotherVisitOrderId !== null ? (
                <button onClick={() => void navigate(`/orders/${job.anotherVisitOrderId}`)}>Go to that repair order</button>
              ) : (
                <button disabled={closed || !mayDecide} onClick={() => onDecide(job.id, 'Proposed')} title="Record a new answer">
                  {job.decisionText || 'no answer on record'}
                </button>
              )}
            </>
          )}
        </div>
        <button
          className="total"
          data-why={`job:${job.id}.addsToTotal`}
          data-why-title={`total with tax ${amount(job.addsToTotal)}`}
          onClick={(event) => why(`job:${job.id}.addsToTotal`, `total with tax ${amount(job.addsToTotal)}`, event.currentTarget)}
        >
          {amount(job.subtotal)}
        </button>
        {!closed && (
          <button
            className="more"
            aria-label={`More for ${job.title}`}
            aria-haspopup="menu"
            onClick={(event) => setAnchor(event.currentTarget)}
          >
            ⋯
          </button>
        )}
      </header>
      {job.changedSince.length > 0 && (
        <p className="changed-since" role="note">
          <b>Changed since it was approved.</b> {job.changedSince.join(' ')}
        </p>
      )}
      <div className="lines">
        {current && (
          <>
            <span className="head" />
            <span className="head">Description</span>
            <span className="head">Part number</span>
            <span className="head right">Qty</span>
            <span className="head right">Price each</span>
            <span className="head right">Amount</span>
            <span className="head">Status</span>
            <span className="head right">{margins ? 'Margin' : ''}</span>
            <span className="head" />
          </>
        )}
        {job.lines.map((line) => (
          <LineRow
            key={line.id}
            line={line}
            job={job}
            selected={selected.has(line.id)}
            correction={corrections.get(line.id)}
            misfit={misfits.get(line.id)}
            here={here.get(line.id)}
          />
        ))}
        {job.companions.map((companion) => (
          <CompanionRow key={companion.code} companion={companion} job={job} />
        ))}
        {own.map((given) => (
          <div className="line along" key={`d${given.id}`}>
            <span className="kind">Discount</span>
            <span className="clip">
              {given.text}
              <span className="small soft">
                &nbsp;{given.reason ? `${given.reason}, ` : ''}
                {given.by}
              </span>
            </span>
            <span />
            <span />
            <span />
            <span className="right">−{amount(given.amount)}</span>
            <span />
            <span />
            {closed ? (
              <span />
            ) : (
              <button className="more" aria-label={`Remove ${given.text}`} title="Remove" onClick={() => void edits.takeBack(given)}>
                ×
              </button>
            )}
          </div>
        ))}
        {job.orderDiscountShare > 0 && !aside && (
          <div className="line along">
            <span className="kind">Discount</span>
            <span className="clip">share of order discounts</span>
            <span />
            <span />
            <span />
            <span className="right">−{amount(job.orderDiscountShare)}</span>
            <span />
            <span />
            <span />
          </div>
        )}
      </div>
      {!closed && !aside && current && <AddLine job={job} />}
      {!closed && !aside && offers.length > 0 && <OfferedWith offers={offers} />}
      {anchor && (
        <Menu anchorEl={anchor} open onClose={() => setAnchor(null)}>
          {/* One price begins with what the job comes to now and is then edited in place. */}
          <MenuItem onClick={choose(() => void onePrice(job.fixedPrice === null ? job.subtotal.toFixed(2) : '').catch(say.refused))}>
            {job.fixedPrice === null ? 'Set a fixed price' : 'Price by line'}
          </MenuItem>
          <MenuItem onClick={choose(() => discount({ jobId: job.id, title: job.title }))}>Add discount…</MenuItem>
          <MenuItem onClick={choose(() => open({ kind: 'guide', jobId: job.id }))}>Add labor from guide…</MenuItem>
          <MenuItem onClick={choose(() => open({ kind: 'details', jobId: job.id }))}>
            Labor rate, technician, customer description…
          </MenuItem>
          {mayCan && <MenuItem onClick={choose(() => void navigate(`/setup/canned-jobs/new?job=${job.id}`))}>Save as canned job…</MenuItem>}
          <MenuItem onClick={choose(() => void edits.removeJob(job))}>Remove job</MenuItem>
        </Menu>
      )}
    </section>
  );
});

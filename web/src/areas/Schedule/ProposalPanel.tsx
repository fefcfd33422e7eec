import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { moment, spell } from '../../lib/format';
import { useKeys } from '../../lib/keys';
import { Plate } from '../../ui/Plate';
import type { Calendar } from './calendarQuery';
import type { Move, Proposal, ProposalView } from './useProposal';
import styles from './calendar.module.css';

/** A better plan beside the calendar that it is laid over. */
export function ProposalPanel({ proposal, calendar }: { proposal: Proposal; calendar: Calendar }) {
  const view = proposal.shown!;
  const count = proposal.taken.length;
  useKeys('Better plan', [
    { key: 'Y', label: 'Take the plan', run: () => count > 0 && void proposal.take() },
    { key: 'Esc', label: 'Leave the plan', run: proposal.close },
  ]);
  return (
    <aside className={styles.aside} aria-label="A better plan">
      <h2>
        {view.moves.length > 0 ? 'A better plan' : 'No better plan'}{' '}
        <span className="soft small">
          found in {view.seconds.toFixed(1)} s{view.isProven ? ', proven best' : ''}
        </span>
      </h2>
      <Figures view={view} />
      {view.moves.length > 0 && <p className="soft small">Fixed jobs do not move. Nothing moves before you say so.</p>}
      <div className={styles.moves}>
        {view.moves.map((move) => (
          <MoveCard key={move.jobId} move={move} calendar={calendar} taken={!proposal.left.has(move.jobId)} toggle={proposal.toggle} />
        ))}
        {view.late.map((late) => (
          <p key={late.orderId} className={styles.late}>
            <b>Still late:</b> <Plate text={late.plate} /> promised {moment(late.promisedAt, calendar.now)}
            {late.earliest ? (
              <>
                , earliest <b>{moment(late.earliest, calendar.now)}</b>
              </>
            ) : null}
            ; {late.why}. <Link to={`/orders/${late.orderId}`}>Open the order to tell the customer</Link>
          </p>
        ))}
      </div>
      <div className={styles.foot}>
        {view.moves.length > 0 && (
          <Button variant="contained" disabled={count === 0} onClick={() => void proposal.take()}>
            {count === view.moves.length ? (count === 1 ? 'Take it' : `Take all ${count}`) : `Take ${count}`} <span className="key">Y</span>
          </Button>
        )}
        <Button variant="outlined" onClick={proposal.close}>
          {view.moves.length > 0 ? 'Leave it' : 'Close'}
        </Button>
      </div>
    </aside>
  );
}

function Figures({ view }: { view: ProposalView }) {
  return (
    <p>
      {view.lateBefore === 0 && view.lateAfter === 0 ? (
        'Every promise is kept.'
      ) : (
        <>
          Late in all <b className="stop">{spell(view.lateBefore, false)}</b>
          {view.moves.length > 0 && (
            <>
              {' → '}
              <b className={view.lateAfter > 0 ? 'stop' : 'good'}>{view.lateAfter === 0 ? '0' : spell(view.lateAfter, false)}</b>
            </>
          )}
          , promises not kept {view.brokenBefore}
          {view.moves.length > 0 && ` → ${view.brokenAfter}`}
          {view.moves.length > 0 && view.lateAfter > view.lateBefore && '; customers who wait and priority count for more'}
        </>
      )}
      {view.withoutPlace > 0 && `. ${view.withoutPlace} approved ${view.withoutPlace === 1 ? 'job has' : 'jobs have'} no place at all.`}
    </p>
  );
}

function MoveCard({ move, calendar, taken, toggle }: { move: Move; calendar: Calendar; taken: boolean; toggle: (jobId: number) => void }) {
  const { now } = calendar;
  const who = (id: number | null) => calendar.technicians.find((t) => t.id === id)?.name ?? 'unassigned';
  const bay = calendar.bays.find((b) => b.id === move.after.bayId)?.name;
  const ready = move.readyAfter && move.readyBefore !== move.readyAfter;
  return (
    <label className={`${styles.move} ${taken ? '' : styles.left}`}>
      <span>
        <input type="checkbox" checked={taken} onChange={() => toggle(move.jobId)} /> <b>{move.title}</b> <Plate text={move.plate} />
      </span>
      <span>
        <span className="soft">
          {move.before ? `${who(move.before.technicianId)} ${moment(move.before.start, now)}` : 'not scheduled'} →{' '}
        </span>
        <b>
          {who(move.after.technicianId)} {moment(move.after.start, now)}
          {bay ? `, ${bay}` : ''}
        </b>
      </span>
      <span className="small">
        {move.isCertain
          ? [
              ready
                ? `ready ${moment(move.readyAfter!, now)}${move.readyBefore ? ` instead of ${moment(move.readyBefore, now)}` : ''}`
                : '',
              move.promisedAt ? `promised ${moment(move.promisedAt, now)}` : '',
            ]
              .filter(Boolean)
              .join('; ')
          : 'not approved yet, kept uncertain'}
      </span>
    </label>
  );
}

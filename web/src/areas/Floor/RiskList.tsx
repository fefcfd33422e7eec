import Popover from '@mui/material/Popover';
import { useState } from 'react';
import { Link } from 'react-router';
import { moment } from '../../lib/format';
import { useMay } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import { promise, type Floor } from './Car';
import styles from './FloorPage.module.css';

/** Promises that are late or can't be kept as things are scheduled: which, why, and when the vehicle would be ready. */
export function RiskList({ floor }: { floor: Floor }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const mayOpen = useMay('SeeOrders');
  const late = floor.cards.filter((c) => c.promiseState === 'Late');
  const risky = floor.cards.filter((c) => c.promiseState === 'CannotBeKept');
  if (late.length + risky.length === 0) return null;
  const words = [late.length > 0 ? `${late.length} late` : '', risky.length > 0 ? `${risky.length} at risk` : '']
    .filter(Boolean)
    .join(', ');
  return (
    <>
      {' · '}
      <button className="linkish stop strong" onClick={(event) => setAnchor(event.currentTarget)}>
        {words}
      </button>
      <Popover
        transitionDuration={0}
        open={!!anchor}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <div className={styles.risks} role="dialog" aria-label="Promises at risk">
          {[...late, ...risky].map((card) => (
            <p key={card.id}>
              <Plate text={card.plate || String(card.number)} tone="stop" /> {card.customer}, {promise(card, floor.now)}
              {card.whyLate && `: ${card.whyLate}`}.{' '}
              {card.promiseState === 'Late' && card.readyAt && `Ready ${moment(card.readyAt, floor.now)} as scheduled. `}
              {mayOpen && <Link to={`/orders/${card.id}`}>Open</Link>}
            </p>
          ))}
          <p className="soft small">Plan it looks for a plan that keeps more of them. It moves nothing by itself.</p>
        </div>
      </Popover>
    </>
  );
}

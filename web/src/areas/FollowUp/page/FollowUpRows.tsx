import { amount, day } from '../../../lib/format';
import { useNow } from '../../../lib/shop';
import { Plate } from '../../../ui/Plate';
import { keyOf, KIND, SAYS_IT, STATES, type Row } from './kinds';
import styles from './followUp.module.css';

interface Props {
  rows: Row[];
  current: string;
  chosen: ReadonlySet<string>;
  more: number;
  onCheck: (row: Row) => void;
  onOpen: (row: Row) => void;
}

const SHOWN = 200;

/** Reasons to get in touch, one a row. */
export function FollowUpRows({ rows, current, chosen, more, onCheck, onOpen }: Props) {
  const now = useNow();
  return (
    <section className="card" aria-label="What is due">
      <table className={`list ${styles.rows}`}>
        <thead>
          <tr>
            <th aria-label="Chosen" />
            <th>Due</th>
            <th>Vehicle</th>
            <th>What</th>
            <th className="right">Worth then</th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, SHOWN).map((row) => (
            <tr
              key={keyOf(row)}
              className={`open ${keyOf(row) === current ? styles.current : ''}`}
              data-current={keyOf(row) === current || undefined}
              aria-current={keyOf(row) === current || undefined}
              onClick={() => onOpen(row)}
            >
              <td>
                <input
                  type="checkbox"
                  aria-label={`Choose ${row.title}, ${row.customer}`}
                  checked={chosen.has(keyOf(row))}
                  disabled={!!row.noMessage && !chosen.has(keyOf(row))}
                  onClick={(event) => event.stopPropagation()}
                  onChange={() => onCheck(row)}
                />
              </td>
              <td className="nowrap">
                {day(row.on, now)}
                {row.state !== 'Due' && row.state !== 'Soon' && (
                  <div className={row.state === 'Answered' ? styles.answered : 'soft small'}>{STATES[row.state]}</div>
                )}
              </td>
              <td>
                <Plate text={row.plate || 'none'} />
                <div className={`soft small ${styles.cut}`}>{row.vehicle || row.customer}</div>
              </td>
              <td>
                <span className="strong">{row.title}</span> {!SAYS_IT.has(row.kind) && <span className="soft small">{KIND[row.kind]}</span>}
                <div className="soft small">
                  {row.customer} · {row.tried || row.why}
                </div>
              </td>
              <td className="right nowrap">{row.worth > 0 ? amount(row.worth) : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length + more > SHOWN && (
        <p className={`soft ${styles.rest}`}>
          The first {SHOWN} of {rows.length + more}. Narrow the list to see others.
        </p>
      )}
    </section>
  );
}

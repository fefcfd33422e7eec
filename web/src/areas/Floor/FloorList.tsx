import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { CsvColumn } from '../../lib/csv';
import { moment } from '../../lib/format';
import { useMay } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import { Gauge } from '../../ui/Gauge';
import { Empty } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import type { Card, Floor } from './Car';
import styles from './FloorList.module.css';

type Column = 'plate' | 'customer' | 'title' | 'stage' | 'waitsFor' | 'promisedAt' | 'lead' | 'progress';
const COLUMNS: [Column, string][] = [
  ['plate', 'Plate'],
  ['customer', 'Customer'],
  ['title', 'Work'],
  ['stage', 'Stage'],
  ['waitsFor', 'Waiting for'],
  ['lead', 'Lead tech'],
  ['promisedAt', 'Promised'],
  ['progress', 'Progress'],
];

const FILE: CsvColumn<{ card: Card; lead: string; stage: string }>[] = [
  ['Order', ({ card }) => card.number],
  ['Plate', ({ card }) => card.plate],
  ['Vehicle', ({ card }) => card.vehicle],
  ['Customer', ({ card }) => card.customer],
  ['Work', ({ card }) => card.job || card.title],
  ['Stage', ({ stage }) => stage],
  ['Waiting for', ({ card }) => card.waitsFor],
  ['Lead tech', ({ lead }) => lead],
  ['Promised', ({ card }) => card.promisedAt],
  ['Progress', ({ card }) => card.progress],
];

/** Every open order in a list that sorts. */
export function FloorList({ floor, cards }: { floor: Floor; cards: Card[] }) {
  const navigate = useNavigate();
  const mayOpen = useMay('SeeOrders');
  const [by, setBy] = useState<Column>('promisedAt');
  const [down, setDown] = useState(false);
  const order = floor.stages.map((s) => s.id);
  const who = (card: Card) => floor.people.find((p) => p.id === card.leadId)?.shortName ?? '';
  const stageOf = (card: Card) => floor.stages.find((s) => s.id === card.stageId)?.name ?? '';
  const value = (card: Card): string | number =>
    by === 'stage'
      ? order.indexOf(card.stageId)
      : by === 'lead'
        ? who(card)
        : by === 'promisedAt'
          ? (card.promisedAt ?? '9')
          : by === 'progress'
            ? card.progress
            : card[by];
  const rows = [...cards].sort((a, b) => {
    const [x, y] = [value(a), value(b)];
    return (x < y ? -1 : x > y ? 1 : 0) * (down ? -1 : 1);
  });
  if (rows.length === 0)
    return <Empty title="No vehicles in the shop">Vehicles you write up appear here. Press N to start a write-up.</Empty>;
  return (
    <div className="page">
      <div className={`card ${styles.scroll}`}>
        <header>
          <span className="grow" />
          <SaveCsv name="floor" columns={FILE} rows={rows.map((card) => ({ card, lead: who(card), stage: stageOf(card) }))} />
        </header>
        <table className="list">
          <thead>
            <tr>
              {COLUMNS.map(([column, name]) => (
                <th key={column} aria-sort={by === column ? (down ? 'descending' : 'ascending') : 'none'}>
                  <button
                    onClick={() => {
                      setDown(by === column && !down);
                      setBy(column);
                    }}
                  >
                    {name} {by === column ? (down ? '↓' : '↑') : ''}
                  </button>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((card) => (
              <tr
                key={card.id}
                className="open"
                tabIndex={0}
                onClick={() => mayOpen && void navigate(`/orders/${card.id}`)}
                onKeyDown={(event) => event.key === 'Enter' && mayOpen && void navigate(`/orders/${card.id}`)}
              >
                <td>
                  <Plate text={card.plate || String(card.number)} tone={card.promiseState === 'Late' ? 'stop' : undefined} />
                </td>
                <td>
                  {card.customer}
                  <div className="soft small">{card.vehicle}</div>
                </td>
                <td>{card.job || card.title}</td>
                <td className="nowrap">{stageOf(card)}</td>
                <td>{card.waitsFor}</td>
                <td className="nowrap">{who(card)}</td>
                <td className={`nowrap ${card.promiseState === 'Late' || card.promiseState === 'CannotBeKept' ? 'stop' : ''}`}>
                  {card.promisedAt ? moment(card.promisedAt, floor.now) : <span className="soft">none</span>}
                  {card.promiseState === 'Late' ? ', late' : card.promiseState === 'CannotBeKept' ? ', at risk' : ''}
                </td>
                <td className={styles.gauge}>
                  <Gauge
                    value={card.progress}
                    label={`${Math.round(card.progress * 100)}% of approved hours finished`}
                    faint={card.progress === 0}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

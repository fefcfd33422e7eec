import { Fragment, useState } from 'react';
import { useNavigate } from 'react-router';
import type { CsvColumn } from '../../lib/csv';
import { useMay } from '../../lib/shop';
import { Plate } from '../../ui/Plate';
import { Gauge } from '../../ui/Gauge';
import { Empty } from '../../ui/Feedback';
import { SaveCsv } from '../../ui/SaveCsv';
import { besides, promise, type Card, type Floor } from './Car';
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

type Group = '' | 'stage' | 'person' | 'label' | 'waits';
const GROUPS: [Group, string][] = [
  ['', 'not grouped'],
  ['stage', 'by stage'],
  ['person', 'by person'],
  ['label', 'by label'],
  ['waits', 'by what it waits for'],
];

const FILE: CsvColumn<{ card: Card; lead: string; stage: string }>[] = [
  ['Order', ({ card }) => card.number],
  ['Plate', ({ card }) => card.plate],
  ['Vehicle', ({ card }) => card.vehicle],
  ['Customer', ({ card }) => card.customer],
  ['Key tag', ({ card }) => card.keyTag],
  ['Labels', ({ card }) => card.labels.join('; ')],
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
  const [group, setGroup] = useState<Group>(() => (localStorage.getItem('floor-group') as Group | null) ?? '');
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
  /** The groups of a card; one with several labels stands under each. */
  const groupsOf = (card: Card): string[] =>
    group === 'stage'
      ? [stageOf(card)]
      : group === 'person'
        ? [who(card) || 'Unassigned']
        : group === 'label'
          ? card.labels.length > 0
            ? card.labels
            : ['No label']
          : group === 'waits'
            ? [card.waitsFor.split(/[,:]/)[0] || (card.handover ? 'Handover' : card.checkPending ? 'Quality check' : 'Nothing')]
            : [''];
  const names = [...new Set(rows.flatMap(groupsOf))];
  if (group === 'stage') names.sort((a, b) => floor.stages.findIndex((s) => s.name === a) - floor.stages.findIndex((s) => s.name === b));
  else names.sort();
  if (rows.length === 0)
    return <Empty title="No vehicles in the shop">Vehicles you write up appear here. Press N to start a write-up.</Empty>;
  return (
    <div className="page">
      <div className={`card ${styles.scroll}`}>
        <header>
          <label className="row">
            <span className="soft">Show</span>
            <select
              className="plain-select"
              aria-label="Group the list"
              value={group}
              onChange={(event) => {
                localStorage.setItem('floor-group', event.target.value);
                setGroup(event.target.value as Group);
              }}
            >
              {GROUPS.map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
          </label>
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
            {names.map((name) => (
              <Fragment key={name}>
                {group !== '' && (
                  <tr className={styles.group}>
                    <th scope="rowgroup" colSpan={COLUMNS.length}>
                      {name} <span className="soft">{rows.filter((card) => groupsOf(card).includes(name)).length}</span>
                    </th>
                  </tr>
                )}
                {rows
                  .filter((card) => groupsOf(card).includes(name))
                  .map((card) => (
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
                        <div className="soft small">
                          {card.vehicle}
                          {card.keyTag && ` · key ${card.keyTag}`}
                        </div>
                      </td>
                      <td>{card.job || card.title}</td>
                      <td className="nowrap">{stageOf(card)}</td>
                      <td>{[...besides(card), card.waitsFor].filter(Boolean).join(' · ')}</td>
                      <td className="nowrap">{who(card)}</td>
                      <td className={`nowrap ${card.promiseState === 'Late' || card.promiseState === 'CannotBeKept' ? 'stop' : ''}`}>
                        {promise(card, floor.now).replace('promised ', '') || <span className="soft">none</span>}
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
              </Fragment>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

import { useState } from 'react';
import { useKeys } from '../../lib/keys';
import { useFloor } from '../../lib/shop';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { Failed, Loading } from '../../ui/Feedback';
import { ByPerson } from './ByPerson';
import { ByStage } from './ByStage';
import { FloorList } from './FloorList';
import { useMoves } from './useMoves';
import './floor.css';

type View = 'person' | 'stage' | 'list';
const VIEWS = [
  ['person', 'By person'],
  ['stage', 'By stage'],
  ['list', 'List'],
] as const;

/** What is here and what it waits for. */
export default function FloorPage() {
  const floor = useFloor();
  const moves = useMoves(floor.data);
  const [view, setView] = useState<View>(() => (sessionStorage.getItem('floor') as View | null) ?? 'person');
  const [who, setWho] = useState('');
  const show = (next: View) => {
    sessionStorage.setItem('floor', next);
    setView(next);
  };
  useKeys('Floor', [
    { key: '1', label: 'Floor by person', run: () => show('person') },
    { key: '2', label: 'Floor by stage', run: () => show('stage') },
    { key: '3', label: 'Floor as a list', run: () => show('list') },
    { key: '[', label: 'Focused car: one stage back', run: () => undefined, hidden: true },
    { key: ']', label: 'Focused car: one stage on', run: () => undefined, hidden: true },
    { key: 'Shift ←', label: 'Focused job: a quarter hour earlier', run: () => undefined, hidden: true },
    { key: 'Shift →', label: 'Focused job: a quarter hour later', run: () => undefined, hidden: true },
    { key: 'Shift ↑', label: 'Focused job: to the person above', run: () => undefined, hidden: true },
    { key: 'Shift ↓', label: 'Focused job: to the person below', run: () => undefined, hidden: true },
  ]);
  if (floor.error && !floor.data) return <Failed error={floor.error} again={() => void floor.refetch()} />;
  if (!moves.floor) return <Loading what="the floor" />;
  const data = moves.floor;
  const person = data.people.find((p) => String(p.id) === who);
  const cards = person ? data.cards.filter((c) => c.technicianIds.includes(person.id)) : data.cards;
  const here = data.cards.filter((c) => c.stage !== 'Expected' && c.stage !== 'Collected').length;
  const late = data.cards.filter((c) => c.promiseState === 'Late').length;
  const risky = data.cards.filter((c) => c.promiseState === 'CannotBeKept').length;
  return (
    <>
      <div className="floorbar">
        <h1 className="visually-hidden">Floor</h1>
        <SegmentedControl label="Show the floor" value={view} choices={VIEWS} onChange={show} />
        <label className="row">
          <span className="soft">Whose</span>
          <select value={who} onChange={(event) => setWho(event.target.value)} className="plain-select">
            <option value="">everyone</option>
            {data.people.map((p) => (
              <option key={p.id} value={p.id}>
                {p.shortName}
              </option>
            ))}
          </select>
        </label>
        <span>
          <b>{here}</b> cars here
          {late > 0 && (
            <span className="stop">
              {' '}
              · <b>{late} late</b>
            </span>
          )}
          {risky > 0 && (
            <span className="stop">
              {' '}
              · <b>{risky === 1 ? "1 promise that can't be kept" : `${risky} promises that can't be kept`}</b>
            </span>
          )}
          {' · '}
          <b>{data.hoursSoldToday.toFixed(1)}</b> of {data.hoursToday.toFixed(1)} hours planned today
        </span>
      </div>
      {view === 'person' && <ByPerson floor={data} moves={moves} people={person ? [person] : data.people} cards={cards} />}
      {view === 'stage' && <ByStage floor={data} moves={moves} cards={cards} />}
      {view === 'list' && <FloorList floor={data} cards={cards} />}
    </>
  );
}

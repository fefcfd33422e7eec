import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { useKeys } from '../../lib/keys';
import { useFloor, useMay, useStartSteps } from '../../lib/shop';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { ByPerson } from './ByPerson';
import { ByStage } from './ByStage';
import { FloorList } from './FloorList';
import { useMoves } from './useMoves';
import './floor.css';
import styles from './FloorPage.module.css';

type View = 'person' | 'stage' | 'list';
const VIEWS = [
  ['person', 'By technician'],
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
    { key: '1', label: 'Floor by technician', run: () => show('person') },
    { key: '2', label: 'Floor by stage', run: () => show('stage') },
    { key: '3', label: 'Floor as a list', run: () => show('list') },
    { key: '[', label: 'Selected vehicle: back one stage', run: () => undefined, hidden: true },
    { key: ']', label: 'Selected vehicle: forward one stage', run: () => undefined, hidden: true },
    { key: 'Shift ←', label: 'Selected job: 15 minutes earlier', run: () => undefined, hidden: true },
    { key: 'Shift →', label: 'Selected job: 15 minutes later', run: () => undefined, hidden: true },
    { key: 'Shift ↑', label: 'Selected job: to the technician above', run: () => undefined, hidden: true },
    { key: 'Shift ↓', label: 'Selected job: to the technician below', run: () => undefined, hidden: true },
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
          <span className="soft">Technician</span>
          <select value={who} onChange={(event) => setWho(event.target.value)} className="plain-select">
            <option value="">all</option>
            {data.people.map((p) => (
              <option key={p.id} value={p.id}>
                {p.shortName}
              </option>
            ))}
          </select>
        </label>
        <span>
          <b>{here}</b> {here === 1 ? 'vehicle' : 'vehicles'} in the shop
          {late > 0 && (
            <span className="stop">
              {' '}
              · <b>{late} late</b>
            </span>
          )}
          {risky > 0 && (
            <span className="stop">
              {' '}
              · <b>{risky === 1 ? '1 at risk' : `${risky} at risk`}</b>
            </span>
          )}
          {' · '}
          <b>{data.hoursSoldToday.toFixed(1)}</b> of {data.hoursToday.toFixed(1)} hours scheduled today
        </span>
      </div>
      {data.cards.length === 0 && <EmptyFloor />}
      {view === 'person' && data.people.length === 0 && <NoTechnicians />}
      {view === 'person' && <ByPerson floor={data} moves={moves} people={person ? [person] : data.people} cards={cards} />}
      {view === 'stage' && <ByStage floor={data} moves={moves} cards={cards} />}
      {view === 'list' && <FloorList floor={data} cards={cards} />}
    </>
  );
}

/** The day has no lanes yet: who they will be, and how they come. */
function NoTechnicians() {
  const maySetup = useMay('EditSetup');
  return (
    <div className="notice" role="status">
      No technicians yet. Each technician gets a lane with their hours; jobs are dragged there to schedule them.{' '}
      {maySetup && <Link to="/setup/people">Add technicians in Setup</Link>}
    </div>
  );
}

/** What will be here, and how it begins. */
function EmptyFloor() {
  const mayWrite = useMay('WriteUp');
  const steps = useStartSteps();
  return (
    <div className={styles.empty}>
      <Empty title="No vehicles yet">
        Every open repair order will be here: in its technician's lane, at the hour it is scheduled, with what it is waiting for.
        <span className="row">
          {steps.data?.next && (
            <Button component={Link} to="/setup/start" variant="contained">
              Getting started
            </Button>
          )}
          {mayWrite && (
            <Button component={Link} to="/write-up" variant={steps.data?.next ? 'outlined' : 'contained'}>
              Write up a vehicle
            </Button>
          )}
        </span>
      </Empty>
    </div>
  );
}

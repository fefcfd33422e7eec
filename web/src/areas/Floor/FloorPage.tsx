import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, unwrap } from '../../lib/api';
import { useKeys } from '../../lib/keys';
import { useFloor, useMay, useMe, useStartSteps } from '../../lib/shop';
import { Empty, Failed, Loading } from '../../ui/Feedback';
import { SegmentedControl } from '../../ui/SegmentedControl';
import { ByPerson, type DayLane } from './ByPerson';
import { ByStage } from './ByStage';
import type { Card, Floor } from './Car';
import { FloorList } from './FloorList';
import { HandoverDialog, useHandover } from './HandoverDialog';
import { RiskList } from './RiskList';
import { useMoves } from './useMoves';
import './floor.css';
import styles from './FloorPage.module.css';

const CheckDialog = lazy(() => import('./CheckDialog'));

type View = 'person' | 'bay' | 'stage' | 'list';
const VIEWS = [
  ['person', 'By technician'],
  ['bay', 'By bay'],
  ['stage', 'By stage'],
  ['list', 'List'],
] as const;

/** What each role looks at until they chose something else. */
const FIRST: Partial<Record<string, View>> = { Parts: 'list', Porter: 'list', Technician: 'stage' };

/** How somebody looks at the floor, kept for each person who uses this computer. */
function useOwnView() {
  const me = useMe();
  const key = `floor:${me.id}`;
  const [own, setOwn] = useState<{ view: View; who: string }>(() => {
    const kept = (localStorage.getItem(key) ?? '').split(' ');
    return { view: (kept[0] as View) || FIRST[me.role] || 'person', who: kept[1] ?? (me.role === 'Technician' ? String(me.id) : '') };
  });
  const set = (part: Partial<typeof own>) => {
    const next = { ...own, ...part };
    localStorage.setItem(key, `${next.view} ${next.who}`);
    setOwn(next);
  };
  return [own, set] as const;
}

/** Whether a person has to do with a car: writes it, works on it, or is to take it. */
const isOf = (card: Card, id: number) =>
  card.writerId === id || card.technicianIds.includes(id) || card.handover?.toId === id || card.handover?.fromId === id;

/** What is here and what it waits for. */
export default function FloorPage() {
  const floor = useFloor();
  const moves = useMoves(floor.data);
  const navigate = useNavigate();
  const mayPlan = useMay('PlanWork');
  const [{ view, who }, setOwn] = useOwnView();
  const [hand, setHand] = useState<{ card: Card; toId?: number } | null>(null);
  const [check, setCheck] = useState<number | null>(null);
  const show = (next: View) => setOwn({ view: next });
  const plan = () => void navigate('/calendar?face=day&plan=1');
  useKeys('Floor', [
    { key: '1', label: 'Floor by technician', run: () => show('person') },
    { key: '2', label: 'Floor by bay', run: () => show('bay') },
    { key: '3', label: 'Floor by stage', run: () => show('stage') },
    { key: '4', label: 'Floor as a list', run: () => show('list') },
    ...(mayPlan ? [{ key: 'L', label: 'Plan it: a better plan', run: plan }] : []),
    { key: '[', label: 'Selected vehicle: back one stage', run: () => undefined, hidden: true },
    { key: ']', label: 'Selected vehicle: forward one stage', run: () => undefined, hidden: true },
    { key: 'H', label: 'Selected vehicle: hand it over', run: () => undefined, hidden: true },
    { key: 'Q', label: 'Selected vehicle: quality check', run: () => undefined, hidden: true },
    { key: 'Shift ←', label: 'Selected job: 15 minutes earlier', run: () => undefined, hidden: true },
    { key: 'Shift →', label: 'Selected job: 15 minutes later', run: () => undefined, hidden: true },
    { key: 'Shift ↑', label: 'Selected job: to the lane above', run: () => undefined, hidden: true },
    { key: 'Shift ↓', label: 'Selected job: to the lane below', run: () => undefined, hidden: true },
  ]);
  if (floor.error && !floor.data) return <Failed error={floor.error} again={() => void floor.refetch()} />;
  if (!moves.floor) return <Loading what="the floor" />;
  const data = moves.floor;
  const person = data.staff.find((s) => String(s.id) === who);
  const cards = person ? data.cards.filter((c) => isOf(c, person.id)) : data.cards;
  const acts = { onHand: (card: Card) => setHand({ card }), onCheck: (card: Card) => setCheck(card.id) };
  return (
    <>
      <div className="floorbar">
        <h1 className="visually-hidden">Floor</h1>
        <SegmentedControl label="Show the floor" value={view} choices={VIEWS} onChange={show} />
        <label className="row">
          <span className="soft">Person</span>
          <select value={person ? who : ''} onChange={(event) => setOwn({ who: event.target.value })} className="plain-select">
            <option value="">all</option>
            {data.staff.map((s) => (
              <option key={s.id} value={s.id}>
                {s.shortName}
              </option>
            ))}
          </select>
        </label>
        <Counts floor={data} />
        <span className="grow" />
        {mayPlan && (
          <Button variant="contained" onClick={plan}>
            Plan it <span className="key">L</span>
          </Button>
        )}
      </div>
      <Handed cards={data.cards} />
      <Forgotten />
      {data.cards.length === 0 && <EmptyFloor />}
      {view === 'person' && data.people.length === 0 && <NoTechnicians />}
      {view === 'bay' && data.bays.length === 0 && <NoBays />}
      {(view === 'person' || view === 'bay') && (
        <ByPerson
          floor={data}
          moves={moves}
          by={view === 'person' ? 'technician' : 'bay'}
          people={lanesOf(data, view, person?.id)}
          cards={cards}
          onHand={(card, toId) => setHand({ card, toId })}
          acts={acts}
        />
      )}
      {view === 'stage' && <ByStage floor={data} moves={moves} cards={cards} acts={acts} />}
      {view === 'list' && <FloorList floor={data} cards={cards} />}
      {hand && (
        <HandoverDialog
          orderId={hand.card.id}
          plate={hand.card.plate || String(hand.card.number)}
          staff={data.staff}
          stages={data.stages}
          toId={hand.toId}
          onClose={() => setHand(null)}
        />
      )}
      <Suspense fallback={null}>{check !== null && <CheckDialog orderId={check} onClose={() => setCheck(null)} />}</Suspense>
    </>
  );
}

/** Lanes of a face: technicians with their day, or bays with what they have. */
function lanesOf(floor: Floor, view: 'person' | 'bay', only: number | undefined): DayLane[] {
  if (view === 'bay') return floor.bays.map((b) => ({ id: b.id, name: b.name, note: b.equipment }));
  const all = floor.people.map((p) => ({
    id: p.id,
    name: p.shortName,
    note: [p.skills, p.day || (p.present ? '' : 'out today')].filter(Boolean).join(' · '),
  }));
  return all.some((p) => p.id === only) ? all.filter((p) => p.id === only) : all;
}

function Counts({ floor }: { floor: Floor }) {
  const here = floor.cards.filter((c) => c.stage !== 'Expected' && c.stage !== 'Collected').length;
  return (
    <span>
      <b>{here}</b> {here === 1 ? 'vehicle' : 'vehicles'} in the shop
      <RiskList floor={floor} />
      {' · '}
      <b>{floor.hoursSoldToday.toFixed(1)}</b> of {floor.hoursToday.toFixed(1)} hours scheduled today
      <OnWorklist />
    </span>
  );
}

/** How much waits for somebody to do something; it leads there. */
function OnWorklist() {
  const mayOrders = useMay('SeeOrders');
  const count = useQuery({
    queryKey: ['worklist', 'count'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/worklist/count', { signal })),
    refetchInterval: 60_000,
    enabled: mayOrders,
  });
  if (!count.data?.toAct) return null;
  return (
    <>
      {' · '}
      <Link to="/worklist">
        <b>{count.data.toAct}</b> on the worklist
      </Link>
    </>
  );
}

/** Vehicles that were handed to whoever looks, or that they handed on and nobody took yet. */
function Handed({ cards }: { cards: Card[] }) {
  const me = useMe();
  const { take, withdraw } = useHandover();
  const mine = cards.filter((c) => c.handover && (c.handover.toId === me.id || c.handover.fromId === me.id));
  return mine.map((card) => {
    const handover = card.handover!;
    const plate = card.plate || String(card.number);
    const toMe = handover.toId === me.id;
    return (
      <div key={handover.id} className={`notice ${styles.handed}`} role="status">
        <span className="grow">
          {toMe ? (
            <>
              <b>{handover.from}</b> hands you <b>{plate}</b>
            </>
          ) : (
            <>
              <b>{plate}</b> waits for <b>{handover.to}</b> to take it
            </>
          )}
          {handover.note && `: ${handover.note}`}
          {handover.stageName && ` (to ${handover.stageName})`}
        </span>
        {toMe && (
          <Button variant="contained" size="small" onClick={() => void take(handover.id, plate)}>
            Take it
          </Button>
        )}
        <Button
          variant="outlined"
          size="small"
          onClick={() => void withdraw(handover.id, toMe ? `${plate} stays with ${handover.from}.` : `${plate} stays with you.`)}
        >
          {toMe ? 'Not me' : 'Take back'}
        </Button>
      </div>
    );
  });
}

/** Clocks that somebody forgot, for those who may correct them. */
function Forgotten() {
  const may = useMay('CorrectTimes');
  const { data } = useQuery({
    queryKey: ['times', 'forgotten'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/times/forgotten', { signal })),
    enabled: may,
    refetchInterval: 300_000,
  });
  if (!data || data.length === 0) return null;
  const names = [...new Set(data.map((f) => f.name))];
  return (
    <div className="notice stop" role="status">
      {data.length === 1 ? 'A clock was' : `${data.length} clocks were`} left running: {names.join(', ')}.{' '}
      <Link to={`/times?person=${data[0]!.staffId}`}>Correct the times</Link>
    </div>
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

function NoBays() {
  const maySetup = useMay('EditSetup');
  return (
    <div className="notice" role="status">
      No bays yet. Each bay gets a lane with the vehicle that stands in it. {maySetup && <Link to="/setup/floor">Add bays in Setup</Link>}
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

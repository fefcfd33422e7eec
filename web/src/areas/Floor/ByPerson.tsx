import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { useRef } from 'react';
import { useNavigate } from 'react-router';
import type { Schemas } from '../../lib/api';
import { atMinutes, clock, minutesOfDay } from '../../lib/format';
import { useMay, useNow } from '../../lib/shop';
import { minuteAt, ofTime, position } from '../../ui/DayTimeline';
import { Gauge } from '../../ui/Gauge';
import { Column } from './ByStage';
import { Car, type Card, type CardActs, type Floor } from './Car';
import { useFocusAfterMove } from '../../ui/useFocusAfterMove';
import type { Moves } from './useMoves';
import { dragged, vars } from '../../lib/vars';

type Block = Schemas['FloorBlock'];
/** A lane of the day: a technician, or a bay. */
export interface DayLane {
  id: number;
  name: string;
  /** Skills, equipment, and what is to be known of the day. */
  note: string;
}

interface Props {
  floor: Floor;
  moves: Moves;
  by: 'technician' | 'bay';
  people: DayLane[];
  cards: Card[];
  /** A car was dropped on a person's lane. */
  onHand: (card: Card, toId: number) => void;
  acts: CardActs;
}

/** Lanes by technician or bay on the day rule's axis; what has none has a lane of its own. What waits is beneath. */
export function ByPerson({ floor, moves, by, people, cards, onHand, acts }: Props) {
  const now = useNow();
  const ref = useRef<HTMLDivElement>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const [opens, closes] = [ofTime(floor.opens), ofTime(floor.closes)];
  const lanes: (DayLane | null)[] = [...people, null];
  // What belongs to a bay that is not there any more stands with what has none.
  const laneOf = (block: Block) => {
    const lane = by === 'technician' ? block.technicianId : block.bayId;
    return lane === null || by === 'technician' || floor.bays.some((b) => b.id === lane) ? lane : null;
  };
  const inLane = (lane: number | null, held: { technicianId: number | null; bayId: number | null }) => ({
    technicianId: by === 'technician' ? lane : held.technicianId,
    bayId: by === 'bay' ? lane : held.bayId,
  });
  const at = (wall: string) => position(minutesOfDay(wall), opens, closes);
  // A block that is let go beside the day is meant at its end; to which quarter it belongs is the shop's to say.
  const step = floor.planStepMinutes;
  const within = (minutes: number) => Math.max(opens, Math.min(closes - step, minutes));

  const dropped = ({ active, over, delta }: DragEndEvent) => {
    if (!over || !ref.current) return;
    const { block, loose, card } = active.data.current as { block?: Block; loose?: Schemas['UnplannedJob']; card?: Card };
    const lane = String(over.id);
    if (card) {
      if (!lane.startsWith('lane:')) moves.stageId(card, Number(lane));
      else if (by === 'technician' && lane !== 'lane:none') onHand(card, Number(lane.slice(5)));
      return;
    }
    if (!lane.startsWith('lane:')) return;
    const to = lane === 'lane:none' ? null : Number(lane.slice(5));
    const box = ref.current.getBoundingClientRect();
    const left = (active.rect.current.translated?.left ?? 0) - box.left;
    if (block) {
      const moved = minutesOfDay(block.start) + (delta.x / box.width) * (closes - opens + 40);
      void moves.plan(block.jobId, block.plate, { ...inLane(to, block), start: atMinutes(now, within(moved)) }, block);
    } else if (loose)
      void moves.plan(loose.jobId, loose.plate, {
        ...inLane(to, { technicianId: loose.technicianId, bayId: null }),
        start: atMinutes(now, within(minuteAt(left / box.width, opens, closes))),
      });
  };

  const holdJob = useFocusAfterMove('data-job', floor);
  const holdCar = useFocusAfterMove('data-car', floor);
  const byKeys = (block: Block, key: string) => {
    holdJob(block.jobId);
    const ids = lanes.map((p) => p?.id ?? null);
    const lane = ids.indexOf(laneOf(block));
    const { technicianId, bayId, start } = block;
    if (key === 'ArrowLeft' || key === 'ArrowRight')
      void moves.plan(
        block.jobId,
        block.plate,
        { technicianId, bayId, start: atMinutes(now, within(minutesOfDay(start) + (key === 'ArrowLeft' ? -step : step))) },
        block,
      );
    else {
      const to = ids[lane + (key === 'ArrowUp' ? -1 : 1)];
      if (to !== undefined) void moves.plan(block.jobId, block.plate, { ...inLane(to, block), start }, block);
    }
  };

  return (
    <DndContext sensors={sensors} onDragEnd={dropped}>
      <div className="lanes" ref={ref}>
        {lanes.map((person) => (
          <Lane
            key={person?.id ?? 'none'}
            person={person}
            none={by === 'technician' ? 'Unassigned' : 'No bay yet'}
            compact={people.length > 5}
            opens={opens}
            closes={closes}
            now={at(now)}
          >
            {floor.blocks
              .filter((b) => laneOf(b) === (person?.id ?? null))
              .map((block) => (
                <WorkBlock
                  key={block.jobId}
                  block={block}
                  left={at(block.start)}
                  width={Math.max(2.1, at(block.end) - at(block.start))}
                  onKey={byKeys}
                />
              ))}
            {!person && floor.unplanned.length > 0 && (
              <div className="unplanned">
                {floor.unplanned.map((job) => (
                  <Loose
                    key={job.jobId}
                    job={job}
                    who={floor.people.find((p) => p.id === job.technicianId)?.shortName}
                    plan={() => {
                      holdJob(job.jobId);
                      const held = { technicianId: job.technicianId, bayId: null };
                      const start = atMinutes(now, within(minutesOfDay(now) + step));
                      const lane = by === 'technician' ? (job.technicianId ?? people[0]?.id ?? null) : null;
                      void moves.plan(job.jobId, job.plate, { ...inLane(lane, held), start });
                    }}
                  />
                ))}
              </div>
            )}
          </Lane>
        ))}
      </div>
      <div className="lower">
        <div className="columns">
          {floor.stages
            .filter((s) => s.isWaiting)
            .map((stage) => {
              const here = cards.filter((c) => c.stageId === stage.id);
              return (
                <Column key={stage.id} id={String(stage.id)} title={stage.name} count={here.length}>
                  {here.map((card) => (
                    <Car
                      key={card.id}
                      card={card}
                      floor={floor}
                      {...acts}
                      onMove={(card, by) => {
                        holdCar(card.id);
                        moves.step(card, by);
                      }}
                    />
                  ))}
                </Column>
              );
            })}
        </div>
      </div>
    </DndContext>
  );
}

function Lane({
  person,
  none,
  compact,
  opens,
  closes,
  now,
  children,
}: {
  person: DayLane | null;
  none: string;
  compact: boolean;
  opens: number;
  closes: number;
  now: number;
  children: React.ReactNode;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: `lane:${person?.id ?? 'none'}` });
  const lines = [];
  for (let minute = Math.ceil(opens / 60) * 60; minute <= closes; minute += 60) lines.push(minute);
  return (
    <section ref={setNodeRef} className={`lane ${compact ? 'compact' : ''} ${isOver ? 'over' : ''}`} aria-label={person?.name ?? none}>
      {lines.map((minute) => (
        <div key={minute} className="hourline" style={vars({ '--at': `${position(minute, opens, closes)}%` })} />
      ))}
      <h3>
        {person?.name ?? none} <span>{person?.note}</span>
      </h3>
      {children}
      <div className="nowline" style={vars({ '--at': `${now}%` })} />
    </section>
  );
}

function describe(block: Block): string {
  if (block.finished) return `${block.title}, done`;
  if (block.onTheClock) return `${block.title}, on the clock${block.minutesOver > 0 ? `, ${block.minutesOver} min over time` : ''}`;
  return block.why ? `${block.title}, ${block.why}` : block.title;
}

function WorkBlock({
  block,
  left,
  width,
  onKey,
}: {
  block: Block;
  left: number;
  width: number;
  onKey: (block: Block, key: string) => void;
}) {
  const navigate = useNavigate();
  const mayPlan = useMay('PlanWork');
  const mayOpen = useMay('SeeOrders');
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({
    id: `block:${block.jobId}`,
    data: { block },
    disabled: !mayPlan || block.onTheClock || block.finished,
  });
  const words = describe(block);
  return (
    <button
      ref={setNodeRef}
      className={`lane-block ${block.onTheClock ? 'running' : ''} ${block.certain ? '' : 'uncertain'} ${block.finished ? 'finished' : ''} ${isDragging ? 'dragging' : ''}`}
      data-job={block.jobId}
      style={{ ...vars({ '--at': `${left}%`, '--wide': `${width}%` }), ...dragged(transform) }}
      title={`${block.plate}: ${words}. ${clock(block.start)} to ${clock(block.end)}, ${block.hours} hr sold`}
      aria-label={`${block.plate}, ${words}, from ${clock(block.start)}, ${block.hours} hours sold`}
      {...listeners}
      onClick={() => mayOpen && void navigate(`/orders/${block.orderId}`)}
      onKeyDown={(event) => {
        if (!event.shiftKey || !event.key.startsWith('Arrow') || !mayPlan) return;
        event.preventDefault();
        onKey(block, event.key);
      }}
    >
      <span className="number">{block.plate}</span>
      <span className="what">{words}</span>
      {block.doneShare > 0 && <Gauge value={block.doneShare} label={`${Math.round(block.doneShare * 100)}% of sold time used`} />}
    </button>
  );
}

function Loose({ job, who, plan }: { job: Schemas['UnplannedJob']; who?: string; plan: () => void }) {
  const mayPlan = useMay('PlanWork');
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({
    id: `loose:${job.jobId}`,
    data: { loose: job },
    disabled: !mayPlan,
  });
  return (
    <button
      ref={setNodeRef}
      className={`lane-chip ${isDragging ? 'dragging' : ''}`}
      style={dragged(transform)}
      {...listeners}
      onClick={() => mayPlan && plan()}
      title="Drag to a technician and time, or press Enter to schedule it next"
      aria-label={`${job.plate}, ${job.title}, ${job.hours} hours, not scheduled${who ? `, for ${who}` : ''}`}
    >
      <b>{job.plate}</b> {job.title}{' '}
      <span className="soft">
        {job.hours} h{who && `, for ${who}`}
      </span>
    </button>
  );
}

import { useDraggable } from '@dnd-kit/core';
import { useNavigate } from 'react-router';
import type { Schemas } from '../../lib/api';
import { clock, moment, spell } from '../../lib/format';
import { useMay } from '../../lib/shop';
import { dragged } from '../../lib/vars';

export type Card = Schemas['FloorCard'];
export type Floor = Schemas['FloorPageView'];

const minutesBetween = (from: string, until: string) =>
  Math.round((Date.parse(`${until.slice(0, 19)}Z`) - Date.parse(`${from.slice(0, 19)}Z`)) / 60_000);

/** The promise and how far off it is: promised 3:30 pm, in 2 h 10. */
export function promise(card: Card, now: string): string {
  if (!card.promisedAt || card.stage === 'Done') return '';
  const off = minutesBetween(now, card.promisedAt);
  const at = card.promisedAt.slice(0, 10) === now.slice(0, 10) ? clock(card.promisedAt) : moment(card.promisedAt, now);
  if (card.promiseState === 'Late') return `promised ${at}, ${spell(-off)} late`;
  if (card.promiseState === 'CannotBeKept')
    return `promised ${at}, at risk${card.readyAt ? `: ready ${card.readyAt.slice(0, 10) === now.slice(0, 10) ? clock(card.readyAt) : moment(card.readyAt, now)}` : ''}`;
  return `promised ${at}, in ${spell(off)}`;
}

/** What a vehicle waits for besides its stage: a person who is to take it, its check, its wash. */
export function besides(card: Card): string[] {
  return [
    card.handover ? `${card.handover.from} hands it to ${card.handover.to}` : '',
    card.checkPending ? 'needs a quality check' : '',
    ...card.afterWork.map((a) =>
      a.step === 'Waiting'
        ? `${a.title.toLowerCase()} to do`
        : a.step === 'Begun'
          ? `${a.title.toLowerCase()}: ${a.by} has the keys`
          : `${a.title.toLowerCase()} done, keys out`,
    ),
  ].filter(Boolean);
}

/** What a card says under the car: the work, what it waits for, the promise. */
export function under(card: Card, now: string): string {
  return [card.job ? `on the clock: ${card.job}` : card.title, card.progressNote, ...besides(card), card.waitsFor, promise(card, now)]
    .filter(Boolean)
    .join(' · ');
}

/** What can be done with a car besides moving it. */
export interface CardActs {
  onHand?: (card: Card) => void;
  onCheck?: (card: Card) => void;
}

interface Props extends CardActs {
  card: Card;
  floor: Floor;
  onMove: (card: Card, step: number) => void;
}

/** A car on the floor: drag it to a stage or a person, or move it with [ and ]; H hands it over, Q checks it. Enter opens it. */
export function Car({ card, floor, onMove, onHand, onCheck }: Props) {
  const navigate = useNavigate();
  const mayPlan = useMay('PlanWork');
  const mayOpen = useMay('SeeOrders');
  const mayCheck = useMay('CheckWork');
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: `car:${card.id}`, data: { card }, disabled: !mayPlan });
  const stop = card.promiseState === 'Late' || card.promiseState === 'CannotBeKept';
  const check = card.checkPending && mayCheck && onCheck;
  return (
    <button
      ref={setNodeRef}
      className={`car ${isDragging ? 'dragging' : ''}`}
      data-car={card.id}
      style={dragged(transform)}
      {...listeners}
      onClick={() => (mayOpen ? void navigate(`/orders/${card.id}`) : check && check(card))}
      onKeyDown={(event) => {
        const key = event.key.toLowerCase();
        if (event.ctrlKey || event.altKey || event.metaKey) return;
        const act =
          mayPlan && (key === '[' || key === ']')
            ? () => onMove(card, key === ']' ? 1 : -1)
            : key === 'h' && onHand
              ? () => onHand(card)
              : key === 'q' && check
                ? () => check(card)
                : null;
        if (!act) return;
        event.preventDefault();
        act();
      }}
    >
      <span className="top">
        <b>{card.plate || card.number}</b>
        <span className="clip grow">{card.vehicle}</span>
        {card.keyTag && <span className="soft small nowrap">key {card.keyTag}</span>}
        {card.hasPriority && <b className="small nowrap">priority</b>}
      </span>
      {card.customer && <span className="under clip">{card.customer}</span>}
      <span className={`under ${stop ? 'stop' : ''}`}>{under(card, floor.now)}</span>
    </button>
  );
}

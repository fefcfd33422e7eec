import { useDraggable } from '@dnd-kit/core';
import { useNavigate } from 'react-router';
import type { Schemas } from '../../lib/api';
import { clock, moment } from '../../lib/format';
import { useMay } from '../../lib/shop';
import { dragged } from '../../lib/vars';

export type Card = Schemas['FloorCard'];
export type Floor = Schemas['FloorPageView'];

/** What a card says under the car: the work, what it waits for, the promise. */
export function under(card: Card, now: string): string {
  const promise = card.promisedAt
    ? card.promiseState === 'Late'
      ? `promised ${moment(card.promisedAt, now)}, late`
      : `promised ${card.promisedAt.slice(0, 10) === now.slice(0, 10) ? clock(card.promisedAt) : moment(card.promisedAt, now)}`
    : '';
  return [card.job || card.title, card.progressNote, card.waitsFor, card.stage === 'Done' ? '' : promise].filter(Boolean).join(' · ');
}

/** A car on the floor: drag it to a stage, or move it with [ and ]. Enter opens it. */
export function Car({ card, floor, onMove }: { card: Card; floor: Floor; onMove: (card: Card, step: number) => void }) {
  const navigate = useNavigate();
  const mayPlan = useMay('PlanWork');
  const mayOpen = useMay('SeeOrders');
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: `car:${card.id}`, data: { card }, disabled: !mayPlan });
  const stop = card.promiseState === 'Late' || card.promiseState === 'CannotBeKept';
  return (
    <button
      ref={setNodeRef}
      className={`car ${isDragging ? 'dragging' : ''}`}
      data-car={card.id}
      style={dragged(transform)}
      {...listeners}
      onClick={() => mayOpen && void navigate(`/orders/${card.id}`)}
      onKeyDown={(event) => {
        if (!mayPlan || (event.key !== '[' && event.key !== ']')) return;
        event.preventDefault();
        onMove(card, event.key === ']' ? 1 : -1);
      }}
    >
      <span className="top">
        <b>{card.plate || card.number}</b>
        <span className="clip grow">{card.vehicle}</span>
        {card.hasPriority && <b className="small nowrap">priority</b>}
      </span>
      <span className={`under ${stop ? 'stop' : ''}`}>
        {under(card, floor.now)}
        {card.promiseState === 'CannotBeKept' ? ', at risk' : ''}
      </span>
    </button>
  );
}

import { DndContext, PointerSensor, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import type { ReactNode } from 'react';
import { useMe } from '../../lib/shop';
import { Car, type Card, type CardActs, type Floor } from './Car';
import { useFocusAfterMove } from '../../ui/useFocusAfterMove';
import type { Moves } from './useMoves';

/** Columns by stage; drag a car to another, or [ and ] on the focused one. */
export function ByStage({ floor, moves, cards, acts }: { floor: Floor; moves: Moves; cards: Card[]; acts: CardActs }) {
  const me = useMe();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const hold = useFocusAfterMove('data-car', cards);
  const step = (card: Card, by: number) => {
    hold(card.id);
    moves.step(card, by);
  };
  return (
    <DndContext
      sensors={sensors}
      onDragEnd={({ active, over }) => {
        const card = active.data.current?.card as Card | undefined;
        if (card && over) moves.stageId(card, Number(over.id));
      }}
    >
      <div className="columns stages">
        {floor.stages
          .filter((s) => s.meaning !== 'Collected' && (s.roles.length === 0 || s.roles.includes(me.role)))
          .map((stage) => {
            const here = cards.filter((c) => c.stageId === stage.id);
            return (
              <Column
                key={stage.id}
                id={String(stage.id)}
                title={stage.isRetired ? `${stage.name} (retired)` : stage.name}
                count={here.length}
              >
                {here.map((card) => (
                  <Car key={card.id} card={card} floor={floor} {...acts} onMove={step} />
                ))}
              </Column>
            );
          })}
      </div>
    </DndContext>
  );
}

export function Column({ id, title, count, children }: { id: string; title: string; count: number; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <section className={`column ${isOver ? 'over' : ''}`} ref={setNodeRef} aria-label={title}>
      <h3>
        <span>{title}</span>
        <span>{count || ''}</span>
      </h3>
      {children}
    </section>
  );
}

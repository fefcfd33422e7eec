import { DndContext, PointerSensor, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import type { ReactNode } from 'react';
import type { Schemas } from '../../lib/api';
import { Car, type Card, type Floor } from './Car';
import { useFocusAfterMove } from './useFocusAfterMove';
import type { Moves } from './useMoves';

/** Columns by stage; drag a car to another, or [ and ] on the focused one. */
export function ByStage({ floor, moves, cards }: { floor: Floor; moves: Moves; cards: Card[] }) {
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
        if (card && over) void moves.stage(card, over.id as Schemas['Stage']);
      }}
    >
      <div className="columns stages">
        {floor.stages
          .filter((s) => s.stage !== 'Collected')
          .map((stage) => {
            const here = cards.filter((c) => c.stage === stage.stage);
            return (
              <Column key={stage.stage} id={stage.stage} title={stage.name} count={here.length}>
                {here.map((card) => (
                  <Car key={card.id} card={card} floor={floor} onMove={step} />
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

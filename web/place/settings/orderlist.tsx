import { closestCenter, DndContext } from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ArrowDown, ArrowRight, ArrowUp, GripVertical, Trash2 } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useDraggers } from '../../kit/dragging.ts';
import { Hint } from '../../kit/hint.tsx';

/** One thing, as the list of their order tells it. */
export interface Ordered {
  id: string;
  title: string;
  src: string | null;
  /** What is to be said of it. */
  doubt: string | null;
  /** Where it leads, in a word. */
  leads: string | null;
}

/** As many are listed before somebody asks for the rest. */
const FIRST = 12;

/** The order of things: dragged by mouse and finger, moved by keys, and told. */
export function OrderList({
  things,
  chosen,
  onChoose,
  onMove,
  onTakeOut,
}: {
  things: readonly Ordered[];
  chosen: number | null;
  onChoose: (at: number) => void;
  onMove: (from: number, to: number) => void;
  onTakeOut: (at: number) => void;
}) {
  const draggers = useDraggers(sortableKeyboardCoordinates);
  const [all, showAll] = useState(false);
  const listed = all ? things : things.slice(0, FIRST);
  const at = (id: string | number) => things.findIndex((thing) => thing.id === id);
  const titled = (id: string | number) => things[at(id)]?.title ?? 'It';
  const place = (id: string | number) => `place ${at(id) + 1} of ${things.length}`;
  return (
    <div className="mt-3">
      <p className="caption">In this order</p>
      <p role="status" className="sr-only">
        {chosen !== null && `${things[chosen]?.title ?? 'It'}: ${chosen + 1} of ${things.length}`}
      </p>
      <DndContext
        sensors={draggers}
        collisionDetection={closestCenter}
        accessibility={{
          screenReaderInstructions: {
            draggable:
              'The space bar takes it up: the arrows move it, the space bar puts it there, Escape lets go of it.',
          },
          announcements: {
            onDragStart: ({ active }) => `${titled(active.id)} is taken up, at ${place(active.id)}.`,
            onDragOver: ({ active, over }) =>
              over && over.id !== active.id
                ? `${titled(active.id)} would be at ${place(over.id)}.`
                : undefined,
            onDragEnd: ({ active, over }) =>
              over && over.id !== active.id
                ? `${titled(active.id)} is at ${place(over.id)} now.`
                : `${titled(active.id)} stays where it was.`,
            onDragCancel: ({ active }) => `${titled(active.id)} stays where it was.`,
          },
        }}
        onDragEnd={({ active, over }) => over && onMove(at(active.id), at(over.id))}
      >
        <SortableContext items={listed.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ol aria-label="In this order" className="mt-1 border-t border-rule">
            {listed.map((thing, nth) => (
              <Line
                key={thing.id}
                thing={thing}
                chosen={nth === chosen}
                onChoose={() => onChoose(nth)}
                onUp={nth > 0 ? () => onMove(nth, nth - 1) : null}
                onDown={nth < things.length - 1 ? () => onMove(nth, nth + 1) : null}
                onTakeOut={() => onTakeOut(nth)}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      {listed.length < things.length && (
        <button type="button" className="button-plain mt-1 -ml-1.5 text-[13px]" onClick={() => showAll(true)}>
          All {things.length}
        </button>
      )}
    </div>
  );
}

function Line({
  thing,
  chosen,
  onChoose,
  onUp,
  onDown,
  onTakeOut,
}: {
  thing: Ordered;
  chosen: boolean;
  onChoose: () => void;
  onUp: (() => void) | null;
  onDown: (() => void) | null;
  onTakeOut: () => void;
}) {
  const { setNodeRef, listeners, attributes, transform, transition, isDragging } = useSortable({
    id: thing.id,
  });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`flex min-h-[42px] items-center gap-2 border-b border-rule bg-paper py-1 text-[13px] ${isDragging ? 'relative z-10 shadow' : ''}`}
    >
      <button
        type="button"
        {...listeners}
        aria-describedby={attributes['aria-describedby']}
        aria-label={`Move ${thing.title}`}
        className="cursor-grab touch-none px-0.5 py-1.5 text-soft hover:text-madder pointer-coarse:px-2.5"
      >
        <GripVertical aria-hidden className="size-4" />
      </button>
      {thing.src ? (
        <img src={thing.src} alt="" className="h-8 w-11 shrink-0 object-cover" />
      ) : (
        <span aria-hidden className="h-8 w-11 shrink-0 bg-edge/50" />
      )}
      <button
        type="button"
        aria-current={chosen || undefined}
        onClick={onChoose}
        className={`min-w-0 grow text-left hover:text-madder ${chosen ? 'font-semibold' : ''}`}
      >
        <span className="block truncate">{thing.title}</span>
        {thing.doubt && <span className="block text-[12px] font-normal text-ochre">{thing.doubt}</span>}
      </button>
      {thing.leads && (
        <span className="shrink-0 text-soft">
          <ArrowRight aria-hidden className="size-3.5" />
          <span className="sr-only">{thing.leads}</span>
        </span>
      )}
      {chosen && (
        <span className="flex shrink-0">
          <Step
            label={`Move ${thing.title} up`}
            onClick={onUp}
            icon={<ArrowUp aria-hidden className="size-3.5" />}
          />
          <Step
            label={`Move ${thing.title} down`}
            onClick={onDown}
            icon={<ArrowDown aria-hidden className="size-3.5" />}
          />
          <Step
            label={`Remove ${thing.title}`}
            onClick={onTakeOut}
            icon={<Trash2 aria-hidden className="size-3.5" />}
          />
        </span>
      )}
    </li>
  );
}

function Step({ label, onClick, icon }: { label: string; onClick: (() => void) | null; icon: ReactNode }) {
  return (
    <Hint says={label}>
      <button
        type="button"
        aria-label={label}
        aria-disabled={onClick === null}
        onClick={() => onClick?.()}
        className="grid size-6 place-items-center hover:text-madder aria-disabled:text-rule pointer-coarse:size-9"
      >
        {icon}
      </button>
    </Hint>
  );
}

import {
  DndContext,
  DragOverlay,
  pointerWithin,
  useDraggable,
  useDroppable,
  type DragEndEvent,
  type DragMoveEvent,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core';
import { getEventCoordinates } from '@dnd-kit/utilities';
import { useEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { listAssets, type Asset } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { stepOf, useDraggers, type Point } from '../kit/dragging.ts';
import { Thumbnail } from '../kit/thumbnail.tsx';
import { useSelection, type DropPlace } from '../kit/selection.tsx';

/**
 * Where what is dragged is held: the mouse or the finger, as the window tells of it (what dnd-kit adds up moves on when
 * the page scrolls under it), or the middle of what the keys move.
 */
function useHolding(dragging: boolean): (event: DragMoveEvent | DragEndEvent) => Point | null {
  const held = useRef<Point | null>(null);
  useEffect(() => {
    if (!dragging) return undefined;
    const move = (event: Event) => (held.current = getEventCoordinates(event));
    addEventListener('mousemove', move, true);
    addEventListener('touchmove', move, true);
    return () => {
      held.current = null;
      removeEventListener('mousemove', move, true);
      removeEventListener('touchmove', move, true);
    };
  }, [dragging]);
  return ({ activatorEvent, active }) => {
    if (!(activatorEvent instanceof KeyboardEvent))
      return held.current ?? getEventCoordinates(activatorEvent);
    const room = active.rect.current.translated;
    return room && { x: room.left + room.width / 2, y: room.top + room.height / 2 };
  };
}

/** The contact strip at the bottom edge: holdings to drag from, or to place by a press or by Enter. */
export default function Tray() {
  const [words, setWords] = useState('');
  const { asset: selected, select, place, dropPlace, trayAsked } = useSelection();
  const assets = useAsk(
    listAssets,
    { query: { words, limit: '60' } },
    { placeholderData: (before) => before },
  );
  const [roved, rove] = useState<string | null>(null);
  const [dragged, setDragged] = useState<Asset | null>(null);
  /** What is chosen to be placed together, in the order in which it was. */
  const [many, setMany] = useState<readonly string[]>([]);
  const turn = (id: string) =>
    setMany((before) => (before.includes(id) ? before.filter((one) => one !== id) : [...before, id]));
  /** What is moved with one of those that are chosen: all of them. */
  const withIt = (id: string) => (many.includes(id) ? many : [id]);
  const placeMany = (ids: readonly string[]) => {
    place?.(ids);
    setMany([]);
  };
  const said = useRef('');
  const strip = useRef<HTMLUListElement>(null);
  const pointOf = useHolding(dragged !== null);
  const shown = assets.data?.assets ?? [];
  // One of them is come to by Tab; the arrows lead on from it.
  const tabbed = shown.some(({ id }) => id === roved) ? roved : shown[0]?.id;
  const answered = useRef(0);
  useEffect(() => {
    // Whoever asked for it goes on in it.
    if (answered.current === trayAsked || shown.length === 0) return;
    answered.current = trayAsked;
    strip.current?.querySelector<HTMLElement>('[data-tray][tabindex="0"]')?.focus({ preventScroll: true });
  }, [trayAsked, shown.length]);
  const byKey: KeyboardCoordinateGetter = (event, { currentCoordinates, context }) => {
    const by = stepOf(event);
    const size = context.collisionRect;
    if (by === 0 || !dropPlace || !size) return undefined;
    event.preventDefault();
    const [x, y] = [currentCoordinates.x + size.width / 2, currentCoordinates.y + size.height / 2];
    const next = dropPlace.step({ x, y }, by);
    return next ? { x: next.x - size.width / 2, y: next.y - size.height / 2 } : undefined;
  };
  const draggers = useDraggers(byKey);
  const nameOf = (id: string | number) => {
    const asset = shown.find((one) => one.id === id);
    return asset ? asset.placard.title || asset.fileName : 'It';
  };
  return (
    <section aria-label="Tray of holdings" className="border-t border-edge bg-paper px-5 py-2.5">
      <div className="mb-2 flex items-baseline gap-4">
        <input
          className="input w-[260px]"
          type="search"
          placeholder="Words on the label"
          aria-label="Search the tray"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <span className="caption max-md:hidden">
          {place
            ? 'Drag into the page, or place at the caret. By key: Enter places, the space bar drags.'
            : 'Open a page to place them.'}
        </span>
        {place && many.length > 0 && (
          <span className="ml-auto flex gap-3">
            <button type="button" className="button button-go" onClick={() => placeMany(many)}>
              Place {many.length === 1 ? 'it' : `these ${many.length} together`}
            </button>
            <button type="button" className="button-plain" onClick={() => setMany([])}>
              Choose none
            </button>
          </span>
        )}
      </div>
      <DndContext
        sensors={draggers}
        collisionDetection={pointerWithin}
        autoScroll={{ threshold: { x: 0, y: 0.12 } }}
        accessibility={{
          screenReaderInstructions: {
            draggable:
              'Enter puts it at the caret. The space bar takes it up: the arrows move it between the blocks of the page, the space bar puts it there, Escape lets go of it.',
          },
          announcements: {
            onDragStart: ({ active }) => `${nameOf(active.id)} is taken up.`,
            onDragMove: () => said.current,
            onDragOver: () => undefined,
            onDragEnd: ({ active }) => `${nameOf(active.id)} is let go of.`,
            onDragCancel: ({ active }) => `${nameOf(active.id)} stays in the tray.`,
          },
        }}
        onDragStart={({ active }) => setDragged(shown.find(({ id }) => id === active.id) ?? null)}
        onDragMove={(event) => {
          said.current = dropPlace?.mark(pointOf(event)) ?? 'Not over the page';
        }}
        onDragCancel={() => {
          dropPlace?.mark(null);
          setDragged(null);
        }}
        onDragEnd={(event) => {
          const point = pointOf(event);
          if (point && dropPlace?.put(withIt(String(event.active.id)), point)) setMany([]);
          dropPlace?.mark(null);
          setDragged(null);
        }}
      >
        {dropPlace && <Onto dropPlace={dropPlace} />}
        <ul ref={strip} className="-m-1 flex gap-2 overflow-x-auto p-1">
          {shown.map((asset) => (
            <Thing
              key={asset.id}
              asset={asset}
              chosen={asset.id === selected}
              tabbed={asset.id === tabbed}
              onFocus={() => rove(asset.id)}
              onSelect={() => select(asset.id)}
              onPlace={
                place &&
                (() => {
                  select(asset.id);
                  placeMany(withIt(asset.id));
                })
              }
              nth={many.indexOf(asset.id)}
              onTurn={place && (() => turn(asset.id))}
            />
          ))}
          {assets.data?.assets.length === 0 && (
            <li className="text-soft">Nothing held has these words on its label.</li>
          )}
        </ul>
        {createPortal(
          <DragOverlay dropAnimation={null} className="cursor-grabbing">
            {dragged && (
              <Thumbnail
                src={dragged.thumbnail}
                facts={dragged.facts}
                className="h-[76px] w-[112px] border-2 border-madder opacity-90"
              />
            )}
          </DragOverlay>,
          document.body,
        )}
      </DndContext>
    </section>
  );
}

/** The page, for what is dragged near its edges to scroll it. */
function Onto({ dropPlace }: { dropPlace: DropPlace }) {
  const { setNodeRef } = useDroppable({ id: 'page' });
  useEffect(() => {
    setNodeRef(dropPlace.element());
    return () => setNodeRef(null);
  }, [dropPlace, setNodeRef]);
  return null;
}

function Thing({
  asset,
  chosen,
  tabbed,
  onFocus,
  onSelect,
  onPlace,
  nth,
  onTurn,
}: {
  asset: Asset;
  chosen: boolean;
  tabbed: boolean;
  onFocus: () => void;
  onSelect: () => void;
  onPlace: (() => void) | null;
  /** Which of those it is that are chosen to be placed together, from 0; less for none of them. */
  nth: number;
  onTurn: (() => void) | null;
}) {
  const title = asset.placard.title || asset.fileName;
  const { setNodeRef, listeners, attributes } = useDraggable({ id: asset.id, disabled: onPlace === null });
  return (
    <li className="relative w-[116px] shrink-0">
      <button
        ref={setNodeRef}
        type="button"
        {...listeners}
        aria-describedby={attributes['aria-describedby']}
        aria-label={`${title}, ${asset.facts.kind}`}
        aria-pressed={chosen}
        data-tray
        tabIndex={tabbed ? 0 : -1}
        onFocus={onFocus}
        onClick={(event) => (event.ctrlKey || event.metaKey || event.shiftKey ? onTurn?.() : onSelect())}
        onDoubleClick={() => onPlace?.()}
        onKeyDown={(event) => {
          const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
          if (by !== undefined) {
            event.preventDefault();
            const all = [
              ...(event.currentTarget.closest('ul')?.querySelectorAll<HTMLElement>('[data-tray]') ?? []),
            ];
            all[all.indexOf(event.currentTarget) + by]?.focus();
          } else if (event.key === 'Enter') {
            event.preventDefault();
            onPlace?.();
          } else listeners?.['onKeyDown']?.(event);
        }}
        className="block border-2 border-transparent p-0.5 select-none [-webkit-touch-callout:none] aria-pressed:border-madder"
      >
        <Thumbnail src={asset.thumbnail} facts={asset.facts} className="h-[76px] w-[108px]" />
        <span className="block w-[108px] truncate text-left text-[12px]">{title}</span>
      </button>
      {onTurn && (
        <button
          type="button"
          role="checkbox"
          aria-checked={nth >= 0}
          aria-label={`Choose ${title}`}
          tabIndex={tabbed ? 0 : -1}
          onClick={onTurn}
          className="absolute top-1 right-2 grid size-6 place-items-center border border-ink bg-card font-mono text-[12px] aria-checked:bg-ink aria-checked:text-paper pointer-coarse:size-9"
        >
          {nth >= 0 ? nth + 1 : ''}
        </button>
      )}
      {onPlace && (
        <button
          type="button"
          tabIndex={tabbed ? 0 : -1}
          aria-label={`Place ${title}`}
          className="block w-full border border-edge bg-card py-0.5 text-[12.5px] hover:border-ink hover:text-madder pointer-coarse:min-h-11"
          onClick={onPlace}
        >
          Place
        </button>
      )}
    </li>
  );
}

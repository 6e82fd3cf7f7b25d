import { DndContext, DragOverlay, useDraggable, type KeyboardCoordinateGetter } from '@dnd-kit/core';
import { getEventCoordinates } from '@dnd-kit/utilities';
import type { Editor } from '@tiptap/react';
import { GripVertical } from 'lucide-react';
import { useEffect, useRef, useState, type PointerEvent } from 'react';
import { createPortal } from 'react-dom';
import { stepOf, useDraggers, type Point } from '../../kit/dragging.ts';
import { sheetOf } from '../desk/gaps.ts';
import { asItIs, moveItem, type FoundTogether } from '../desk/together.ts';
import { useSettings } from './settingpanel.tsx';

/** Where a thing lies on the sheet, in CSS pixels. */
interface Place extends Point {
  width: number;
  height: number;
}

/** As many handles are drawn as anybody would drag one past. */
const MOST = 60;

/** A handle on each of the things that are set together round the caret, by which it is dragged into another place among them. */
export function ItemHandles({ editor }: { editor: Editor }) {
  const { found } = useSettings(editor);
  /** What is taken up stays so, whatever becomes of the selection: a finger takes that away with the focus. */
  const [taken, take] = useState<FoundTogether | null>(null);
  const shown = taken ?? found;
  if (!shown || !editor.isEditable) return null;
  return <Handles editor={editor} found={shown} onTake={(is) => take(is ? shown : null)} />;
}

function Handles({
  editor,
  found,
  onTake,
}: {
  editor: Editor;
  found: FoundTogether;
  /** One of them is pressed, and perhaps dragged; or let go of. */
  onTake: (is: boolean) => void;
}) {
  const [places, setPlaces] = useState<Place[]>([]);
  const [dragged, setDragged] = useState<number | null>(null);
  const [over, setOver] = useState<number | null>(null);
  const held = useRef<Point | null>(null);
  /** It is dragged, though perhaps not moved yet. */
  const up = useRef(false);
  /** What is said while it is dragged, and when it is let go of: before the next drawing. */
  const told = useRef<number | null>(null);
  const count = Math.min(
    MOST,
    found.node.childCount - (found.node.lastChild?.type.name === 'alongside' ? 1 : 0),
  );
  useEffect(() => {
    const measure = () => {
      const sheet = sheetOf(editor)?.getBoundingClientRect();
      const list = itemsIn(editor, found);
      if (!sheet) return;
      setPlaces(
        list.slice(0, count).map((element) => {
          const { left, top, width, height } = element.getBoundingClientRect();
          return { x: left - sheet.left, y: top - sheet.top, width, height };
        }),
      );
    };
    // It tells of the sizes as they are at first, too, once everything is laid out.
    const sizes = new ResizeObserver(measure);
    const set = elementOf(editor, found);
    if (set instanceof HTMLElement) {
      sizes.observe(set);
      set.addEventListener('scroll', measure, true);
    }
    return () => {
      sizes.disconnect();
      if (set instanceof HTMLElement) set.removeEventListener('scroll', measure, true);
    };
  }, [editor, found, count]);
  const nearest = ({ x, y }: Point): number => {
    const sheet = sheetOf(editor)?.getBoundingClientRect();
    const distances = places.map((place) =>
      Math.hypot(
        Math.max(0, place.x - (x - (sheet?.left ?? 0)), x - (sheet?.left ?? 0) - place.x - place.width),
        Math.max(0, place.y - (y - (sheet?.top ?? 0)), y - (sheet?.top ?? 0) - place.y - place.height),
      ),
    );
    return distances.indexOf(Math.min(...distances));
  };
  const byKey: KeyboardCoordinateGetter = (event, { currentCoordinates }) => {
    const by = stepOf(event);
    const sheet = sheetOf(editor)?.getBoundingClientRect();
    if (by === 0 || !sheet) return undefined;
    event.preventDefault();
    const place = places[nearest({ x: currentCoordinates.x + 12, y: currentCoordinates.y + 12 }) + by];
    return place
      ? { x: sheet.left + place.x + place.width / 2 - 12, y: sheet.top + place.y }
      : currentCoordinates;
  };
  const draggers = useDraggers(byKey);
  const buttons = useRef(new Map<number, HTMLButtonElement>());
  const end = () => {
    onTake(false);
    up.current = false;
    held.current = null;
    told.current = null;
    setDragged(null);
    setOver(null);
  };
  return (
    <DndContext
      sensors={draggers}
      accessibility={{
        // The focus goes along with what was moved.
        restoreFocus: false,
        screenReaderInstructions: {
          draggable:
            'The space bar takes it up: the arrows move it among the others, the space bar puts it there, Escape lets go of it.',
        },
        announcements: {
          onDragStart: ({ active }) => `Number ${Number(active.id) + 1} is taken up.`,
          onDragMove: () =>
            told.current === null ? undefined : `It would be number ${told.current + 1} of ${count}.`,
          onDragOver: () => undefined,
          onDragEnd: () =>
            told.current === null
              ? 'It stays where it was.'
              : `It is number ${told.current + 1} of ${count} now.`,
          onDragCancel: () => 'It stays where it was.',
        },
      }}
      onDragStart={({ active }) => {
        up.current = true;
        setDragged(Number(active.id));
        setOver(Number(active.id));
      }}
      onDragMove={({ activatorEvent, active, delta }) => {
        const room = active.rect.current.translated;
        const began = getEventCoordinates(activatorEvent);
        const point =
          activatorEvent instanceof KeyboardEvent || !began
            ? room && { x: room.left + room.width / 2, y: room.top + room.height / 2 }
            : { x: began.x + delta.x, y: began.y + delta.y };
        held.current = point;
        if (!point) return;
        told.current = nearest(point);
        setOver(told.current);
      }}
      onDragCancel={end}
      onDragEnd={({ active, activatorEvent }) => {
        const to = held.current ? nearest(held.current) : null;
        if (to !== null && to !== Number(active.id)) moveItem(editor, found, Number(active.id), to);
        end();
        if (activatorEvent instanceof KeyboardEvent) buttons.current.get(to ?? Number(active.id))?.focus();
      }}
    >
      {places.map((place, at) => (
        <Handle
          key={at}
          at={at}
          place={place}
          marked={dragged !== null && over === at}
          count={count}
          onPress={() => {
            onTake(true);
            // Let go of without being dragged, it is as it was.
            const letGo = () => {
              for (const kind of ['pointerup', 'pointercancel'] as const) removeEventListener(kind, letGo);
              if (!up.current) onTake(false);
            };
            for (const kind of ['pointerup', 'pointercancel'] as const) addEventListener(kind, letGo);
          }}
          button={(button) => {
            if (button) buttons.current.set(at, button);
            else buttons.current.delete(at);
          }}
        />
      ))}
      {createPortal(
        <DragOverlay dropAnimation={null} className="cursor-grabbing">
          {dragged !== null && (
            <span className="grid size-7 place-items-center border-2 border-madder bg-card font-mono text-[13px]">
              {dragged + 1}
            </span>
          )}
        </DragOverlay>,
        document.body,
      )}
    </DndContext>
  );
}

function Handle({
  at,
  place,
  marked,
  count,
  onPress,
  button,
}: {
  at: number;
  place: Place;
  marked: boolean;
  count: number;
  onPress: () => void;
  button: (element: HTMLButtonElement | null) => void;
}) {
  const { setNodeRef, listeners, attributes } = useDraggable({ id: at });
  return (
    <>
      {marked && (
        <span
          aria-hidden
          className="pointer-events-none absolute z-10 border-2 border-dashed border-[#a6342b]"
          style={{ left: place.x, top: place.y, width: place.width, height: place.height }}
        />
      )}
      <button
        ref={(element) => {
          setNodeRef(element);
          button(element);
        }}
        type="button"
        {...listeners}
        onPointerDown={(event) => {
          onPress();
          (listeners?.['onPointerDown'] as ((event: PointerEvent<HTMLElement>) => void) | undefined)?.(event);
        }}
        aria-describedby={attributes['aria-describedby']}
        aria-label={`Move number ${at + 1} of ${count}`}
        className="absolute z-[15] grid size-6 -translate-x-1/2 -translate-y-1/2 cursor-grab touch-none place-items-center border border-edge bg-[#fffdf8] text-[#1f2328] opacity-70 hover:border-[#a6342b] hover:opacity-100 focus-visible:opacity-100 pointer-coarse:size-11"
        style={{ left: place.x + place.width / 2, top: place.y }}
      >
        <GripVertical aria-hidden className="size-4" />
      </button>
    </>
  );
}

/** The element of what is set together, where it is still there. */
function elementOf(editor: Editor, found: FoundTogether): HTMLElement | null {
  const now = editor.isDestroyed ? null : asItIs(editor, found);
  const set = now && editor.view.nodeDOM(now.pos);
  return set instanceof HTMLElement ? set : null;
}

/** The elements of the things that are set together. */
function itemsIn(editor: Editor, found: FoundTogether): HTMLElement[] {
  const set = elementOf(editor, found);
  const list = set?.querySelector(':scope > .together-list');
  return [...(list?.children ?? [])].filter(
    (child): child is HTMLElement =>
      child instanceof HTMLElement && child.classList.contains('together-item'),
  );
}

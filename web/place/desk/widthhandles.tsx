import type { Editor } from '@tiptap/react';
import { useRef, useState, type PointerEvent } from 'react';
import type { Measure } from '@placard/core/geometry';
import { FREE_WIDTHS, type Position } from '@placard/core/page';

/** How near to a measure a dragged edge snaps to it, in CSS pixels. */
const NEAR = 10;

/**
 * Handles at the edges of what is placed, for its width: dragged by mouse or finger, or moved by the arrow keys. Its
 * proportions stay; at a measure of the site it snaps to the ruler.
 */
export function WidthHandles({
  editor,
  position,
  width,
  room,
  measures,
  onDrag,
  onWidth,
}: {
  editor: Editor;
  position: Position;
  /** How wide it is now, in CSS pixels. */
  width: number;
  /** The most that it can be. */
  room: number;
  measures: readonly Measure[];
  /** Called while it is dragged, with a width to be shown; with null when that ends. */
  onDrag: (width: number | null) => void;
  onWidth: (width: { measure?: string; width: number | null }) => void;
}) {
  const from = useRef<{ x: number; width: number } | null>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  const snapped = (wished: number) => {
    const within = Math.round(Math.min(room, Math.max(FREE_WIDTHS.least, wished)));
    const near = measures.find(
      (measure) => measure.width <= room && Math.abs(measure.width - within) <= NEAR,
    );
    return near?.width ?? within;
  };
  const take = (wide: number) => {
    const measure = measures.find((one) => one.width === wide);
    onWidth(measure ? { measure: measure.id, width: null } : { width: wide });
  };
  const sides =
    position === 'centred'
      ? (['left', 'right'] as const)
      : position === 'beside-right'
        ? (['left'] as const)
        : (['right'] as const);
  const handle = (side: 'left' | 'right') => {
    /** How much wider it becomes for each pixel that the hand moves to the right. */
    const each = (side === 'right' ? 1 : -1) * (position === 'centred' ? 2 : 1);
    const move = (event: PointerEvent) => {
      if (!from.current) return;
      const next = snapped(from.current.width + (event.clientX - from.current.x) * each);
      setDragged(next);
      onDrag(next);
    };
    const end = (event: PointerEvent, keep: boolean) => {
      if (!from.current) return;
      const began = from.current.width;
      from.current = null;
      event.currentTarget.releasePointerCapture(event.pointerId);
      onDrag(null);
      setDragged(null);
      if (keep && dragged !== null && dragged !== began) take(dragged);
      editor.view.focus();
    };
    return (
      <span
        key={side}
        role="slider"
        tabIndex={0}
        aria-label={`Width, by the ${side} edge`}
        aria-valuenow={Math.round(dragged ?? width)}
        aria-valuemin={FREE_WIDTHS.least}
        aria-valuemax={Math.round(room)}
        aria-valuetext={`${Math.round(dragged ?? width)} pixels`}
        className={`width-handle ${side}`}
        onPointerDown={(event) => {
          event.preventDefault();
          event.stopPropagation();
          event.currentTarget.setPointerCapture(event.pointerId);
          from.current = { x: event.clientX, width };
        }}
        onPointerMove={move}
        onPointerUp={(event) => end(event, true)}
        onPointerCancel={(event) => end(event, false)}
        onKeyDown={(event) => {
          const step = event.shiftKey ? 10 : 1;
          const by = { ArrowLeft: -step, ArrowRight: step, Home: -room, End: room }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          event.stopPropagation();
          const next = Math.min(room, Math.max(FREE_WIDTHS.least, Math.round(width) + by));
          take(next);
        }}
      />
    );
  };
  return (
    <>
      {sides.map(handle)}
      {dragged !== null && (
        <span className="width-told" aria-hidden>
          {dragged} px
          {measures.some((one) => one.width === dragged) &&
            `, ${measures.find((one) => one.width === dragged)?.name}`}
          {/* On a narrow one it is as wide as that, and nothing is seen to move. */}
          <span className="min-[600px]:hidden"> on wide screens</span>
        </span>
      )}
    </>
  );
}

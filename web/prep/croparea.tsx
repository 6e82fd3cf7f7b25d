import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { dragged, type Edge, type FocalPoint, type Rectangle, type Size } from '@placard/core/geometry';
import { inCount, inPixels } from '@placard/core/text';

const HANDLES: readonly [edge: Edge, says: string, where: string, cursor: string][] = [
  ['nw', 'Top left corner', 'left-0 top-0', 'nwse-resize'],
  ['n', 'Top edge', 'left-1/2 top-0', 'ns-resize'],
  ['ne', 'Top right corner', 'left-full top-0', 'nesw-resize'],
  ['e', 'Right edge', 'left-full top-1/2', 'ew-resize'],
  ['se', 'Bottom right corner', 'left-full top-full', 'nwse-resize'],
  ['s', 'Bottom edge', 'left-1/2 top-full', 'ns-resize'],
  ['sw', 'Bottom left corner', 'left-0 top-full', 'nesw-resize'],
  ['w', 'Left edge', 'left-0 top-1/2', 'ew-resize'],
];

interface CropAreaProps {
  /** What it is called to whoever does not see it. */
  label: string;
  rectangle: Rectangle;
  /** Pixels of what it is cut from. */
  size: Size;
  /** CSS pixels for each of those. */
  scale: number;
  ratio: number | null;
  words: string;
  onChange: (rectangle: Rectangle, settled: boolean) => void;
}

/** A crop drawn on the picture: dragged by its sides and corners, or moved by the arrow keys, a pixel at a time. */
export function CropArea({ label, rectangle, size, scale, ratio, words, onChange }: CropAreaProps) {
  const drag = useDrag((from: Rectangle, edge: Edge, x: number, y: number, begun: boolean) =>
    onChange(dragged(from, edge, { x: x / scale, y: y / scale }, size, edge === 'all' ? null : ratio), begun),
  );
  const byKey = (edge: Edge) => (event: KeyboardEvent) => {
    const step = event.shiftKey ? 10 : 1;
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
      event.key
    ];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    const held = edge === 'all' && event.altKey ? 'se' : edge;
    const next = { x: by[0] ?? 0, y: by[1] ?? 0 };
    onChange(dragged(rectangle, held, next, size, held === 'all' ? null : ratio), true);
  };
  const { x, y, width, height } = rectangle;
  return (
    <>
      <div aria-hidden className="absolute inset-0 overflow-hidden">
        <div
          className="absolute"
          style={{
            left: x * scale,
            top: y * scale,
            width: width * scale,
            height: height * scale,
            boxShadow: '0 0 0 4000px rgb(20 22 26 / 0.62)',
          }}
        />
      </div>
      <div
        role="group"
        aria-label={`${label}: ${inPixels(width, height)} from ${inCount(x)}, ${inCount(y)}. Arrow keys move it, with Alt they size it.`}
        tabIndex={0}
        className="absolute cursor-move touch-none border border-white"
        style={{
          left: x * scale,
          top: y * scale,
          width: width * scale,
          height: height * scale,
        }}
        onKeyDown={byKey('all')}
        {...drag(rectangle, 'all')}
      >
        <span
          className={`absolute left-2 bg-white px-1.5 font-mono text-[12px] whitespace-nowrap text-[#1f2328] ${y * scale > 24 ? '-top-[23px]' : 'top-2'}`}
        >
          {words}
        </span>
        {['left-1/3', 'left-2/3'].map((where) => (
          <span key={where} aria-hidden className={`absolute inset-y-0 w-px bg-white/35 ${where}`} />
        ))}
        {['top-1/3', 'top-2/3'].map((where) => (
          <span key={where} aria-hidden className={`absolute inset-x-0 h-px bg-white/35 ${where}`} />
        ))}
        {HANDLES.map(([edge, says, where, cursor]) => (
          <button
            key={edge}
            type="button"
            data-edge={edge}
            aria-label={`${says}: arrow keys move it`}
            className={`group/handle absolute grid size-6 -translate-x-1/2 -translate-y-1/2 touch-none place-items-center outline-none pointer-coarse:size-11 ${where}`}
            style={{ cursor }}
            onKeyDown={byKey(edge)}
            {...drag(rectangle, edge)}
          >
            <span className="size-3 border border-[#1f2328] bg-white group-focus-visible/handle:size-4 group-focus-visible/handle:border-2 group-focus-visible/handle:border-[#a6342b] pointer-coarse:size-4" />
          </button>
        ))}
      </div>
    </>
  );
}

/** The point that must stay in view, on the picture; dragged, or moved by the arrow keys. */
export function FocalDot({
  at,
  box,
  onChange,
}: {
  at: FocalPoint;
  /** CSS pixels of the picture. */
  box: Size;
  onChange: (at: FocalPoint, settled: boolean) => void;
}) {
  const kept = (share: number) => Math.min(1, Math.max(0, share));
  const drag = useDrag((from: FocalPoint, _: Edge, x: number, y: number, begun: boolean) =>
    onChange({ x: kept(from.x + x / box.width), y: kept(from.y + y / box.height) }, begun),
  );
  return (
    <div
      role="group"
      aria-label={`Focal point: ${Math.round(at.x * 100)} % from the left, ${Math.round(at.y * 100)} % from the top. Arrow keys move it.`}
      tabIndex={0}
      className="absolute z-10 size-6 -translate-x-1/2 -translate-y-1/2 cursor-grab touch-none rounded-full border-2 border-white bg-[#a6342b]/25 shadow-[0_0_0_1.5px_#a6342b]"
      style={{ left: `${at.x * 100}%`, top: `${at.y * 100}%` }}
      onKeyDown={(event) => {
        const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
        if (!by) return;
        event.preventDefault();
        event.stopPropagation();
        const step = event.shiftKey ? 0.05 : 0.01;
        onChange({ x: kept(at.x + step * (by[0] ?? 0)), y: kept(at.y + step * (by[1] ?? 0)) }, true);
      }}
      {...drag(at, 'all')}
    >
      <span aria-hidden className="absolute inset-[7px] rounded-full bg-[#a6342b]" />
    </div>
  );
}

/** Handlers of a pointer that drags something from where it was; the first movement begins a step of its own. */
function useDrag<T>(moved: (from: T, edge: Edge, x: number, y: number, begun: boolean) => void) {
  const held = useRef<{ from: T; edge: Edge; x: number; y: number; begun: boolean } | null>(null);
  return (from: T, edge: Edge) => ({
    onPointerDown: (event: PointerEvent) => {
      if (event.button !== 0) return;
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      held.current = { from, edge, x: event.clientX, y: event.clientY, begun: false };
    },
    onPointerMove: (event: PointerEvent) => {
      const now = held.current;
      if (!now) return;
      event.stopPropagation();
      moved(now.from, now.edge, event.clientX - now.x, event.clientY - now.y, !now.begun);
      now.begun = true;
    },
    onPointerUp: (event: PointerEvent) => {
      event.stopPropagation();
      held.current = null;
    },
    onPointerCancel: () => {
      held.current = null;
    },
  });
}

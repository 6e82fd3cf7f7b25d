import { useRef, useState } from 'react';
import type { Editor } from '@tiptap/react';
import { gapIn, LEAST_SHARE, sharesOf, thingsIn, type Together } from '@placard/core/page';
import { asItIs, say } from '../desk/together.ts';
import { blockOf } from '../desk/desk.ts';
import { useSettings } from './settingpanel.tsx';

/** How near to a mark of the ruler an edge snaps to it, in percent. */
const NEAR = 1.2;
/** Where edges of columns like to stand: quarters, thirds and the golden section, in percent. */
const LEAST = LEAST_SHARE * 100;
const MARKS = [25, 100 / 3, 38.2, 50, 61.8, 200 / 3, 75];

/** Where the columns divide that the caret stands in: on the ruler, dragged by mouse or finger or moved by the arrow keys. */
export function ColumnsRule({ editor, column }: { editor: Editor; column: number }) {
  const { found } = useSettings(editor);
  const block = found && (blockOf(found.node) as unknown as Together);
  const dragging = useRef<{ edge: number; from: number; shares: number[]; width: number } | null>(null);
  const [dragged, setDragged] = useState<number[] | null>(null);
  // What lies in something else does not lie under the ruler as wide as it.
  const there = found && asItIs(editor, found);
  if (!there || !block || block.attrs.setting !== 'columns' || editor.state.doc.resolve(there.pos).depth > 0)
    return null;
  const things = thingsIn(block);
  const count = things.items.length;
  if (count < 2 || count > 4) return null;
  const shares = dragged ?? sharesOf(things).map((share) => share * 100);
  const gap = gapIn(block.attrs, 24);
  const free = column - gap * (count - 1);
  const moved = (from: readonly number[], edge: number, by: number): number[] => {
    const pair = (from[edge] ?? 0) + (from[edge + 1] ?? 0);
    const before = from.slice(0, edge).reduce((sum, share) => sum + share, 0);
    const wished = Math.min(pair - LEAST, Math.max(LEAST, (from[edge] ?? 0) + by));
    const mark = MARKS.find((one) => Math.abs(one - before - wished) <= NEAR);
    const left = mark === undefined ? wished : mark - before;
    return from.map((share, at) => (at === edge ? left : at === edge + 1 ? pair - left : share));
  };
  const keep = (next: readonly number[]) =>
    say(editor, found, {
      shares: next.map((share) => Math.round(share * 10) / 10),
    });
  return (
    <div className="absolute inset-x-0 bottom-0 h-[26px]" style={{ maxWidth: column }}>
      <span className="absolute -top-4 right-0 text-[11px] text-soft min-[600px]:hidden">
        on wide screens; here they stand below each other
      </span>
      {shares.slice(0, -1).map((_, edge) => {
        const at = shares.slice(0, edge + 1).reduce((sum, share) => sum + share, 0);
        const left = (free * at) / 100 + gap * edge + gap / 2;
        const whole = (shares[edge] ?? 0) + (shares[edge + 1] ?? 0);
        return (
          <span
            key={edge}
            role="slider"
            tabIndex={0}
            aria-label={`Where column ${edge + 1} ends`}
            aria-valuenow={Math.round(shares[edge] ?? 0)}
            aria-valuemin={LEAST}
            aria-valuemax={Math.round(whole - LEAST)}
            aria-valuetext={`${Math.round(shares[edge] ?? 0)} percent, the next ${Math.round(shares[edge + 1] ?? 0)}`}
            className="absolute bottom-0 z-10 flex h-[26px] w-6 -translate-x-1/2 cursor-ew-resize touch-none justify-center pointer-coarse:w-11"
            style={{ left: `${(left / column) * 100}%` }}
            onPointerDown={(event) => {
              event.preventDefault();
              event.currentTarget.setPointerCapture(event.pointerId);
              event.currentTarget.focus();
              const width = event.currentTarget.parentElement?.getBoundingClientRect().width ?? column;
              dragging.current = { edge, from: event.clientX, shares, width };
            }}
            onPointerMove={(event) => {
              const drag = dragging.current;
              if (!drag) return;
              const by = ((event.clientX - drag.from) / (drag.width * (free / column))) * 100;
              setDragged(moved(drag.shares, drag.edge, by));
            }}
            onPointerUp={() => {
              dragging.current = null;
              if (dragged) keep(dragged);
              setDragged(null);
            }}
            onPointerCancel={() => {
              dragging.current = null;
              setDragged(null);
            }}
            onKeyDown={(event) => {
              const step = event.shiftKey ? 10 : 2;
              const by = { ArrowLeft: -step, ArrowRight: step, Home: -100, End: 100 }[event.key];
              if (by === undefined) return;
              event.preventDefault();
              keep(moved(shares, edge, by));
            }}
          >
            <span className="h-full border-l-2 border-madder" />
            <span className="absolute top-0 left-1/2 ml-[1px] bg-desk px-1 font-mono text-[11px] font-bold whitespace-nowrap text-madder">
              {Math.round(shares[edge] ?? 0)} : {Math.round(shares[edge + 1] ?? 0)}
            </span>
          </span>
        );
      })}
    </div>
  );
}

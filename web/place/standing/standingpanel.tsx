import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { columnOf } from '@placard/core/geometry';
import { shownIn, shownInRatio, standingIn, type Position, type StandingSaid } from '@placard/core/page';
import { deskOf, roomAt } from '../desk/desk.ts';
import { moveSelected } from '../desk/placing.ts';
import { setPlaced } from '../desk/setattributes.ts';
import { GapControls } from './gapcontrols.tsx';
import { IconButton } from './iconbutton.tsx';
import type { PanelProps } from './panelprops.ts';
import { EdgeControls } from './picturecontrols.tsx';
import { PositionChoice } from './positionchoice.tsx';
import { useHeldAsset } from './useheldasset.ts';
import { WidthControls } from './widthcontrols.tsx';

/** How the selected placement stands: the very paragraph set each way, its width, its gaps; and what its kind has to ask. */
export function StandingPanel({
  editor,
  selected,
  site,
  inLine,
  soft = false,
  children,
}: PanelProps & {
  /** What sets it into the line, where it can stand there. */
  inLine?: ReactNode;
  /** True for what looks soft where it has too few pixels. */
  soft?: boolean;
  children?: ReactNode;
}) {
  const set = (attributes: Record<string, unknown>) => setPlaced(editor, selected.id, attributes);
  const asset = useHeldAsset(selected);
  const { measures } = site;
  const room = roomAt(editor, selected.pos, { measures, holdings: deskOf(editor).context.holdings });
  // Where what holds it says how it stands, its own place and width wait until it stands by itself.
  const filled = room.filled !== undefined;
  const column = Math.min(columnOf(measures), room.width);
  const within = measures.filter(({ width }) => width <= column);
  const { said, box } = selected;
  const standing = standingIn(room, said, measures);
  const size = asset?.shown ?? null;
  const whole = shownIn(room, standing);
  const shown = box && size ? shownInRatio(whole, box, size) : whole;
  const fills = standing.width === null || standing.position === 'bleed';
  const standingAt = (position: Position): StandingSaid => ({
    ...said,
    position,
    // What fills the column has no room beside it.
    ...(position.startsWith('beside') && whole.width > column * 0.7
      ? { measure: within[1]?.id ?? said.measure, width: null }
      : {}),
  });
  return (
    <section aria-label="How it stands here">
      <div className="mb-1.5 flex items-center">
        <p className="caption mr-auto">How it stands here</p>
        {!filled && inLine}
        <IconButton
          label="Move up (Alt and up arrow)"
          onClick={() => moveSelected(editor.view, 'ArrowUp')}
          icon={<ArrowUp aria-hidden className="size-4" />}
        />
        <IconButton
          label="Move down (Alt and down arrow)"
          onClick={() => moveSelected(editor.view, 'ArrowDown')}
          icon={<ArrowDown aria-hidden className="size-4" />}
        />
        <IconButton
          label="Remove from the page"
          onClick={() => editor.chain().focus().deleteSelection().run()}
          icon={<Trash2 aria-hidden className="size-4" />}
        />
      </div>
      {!filled && (
        <>
          <PositionChoice
            said={said}
            standingAt={standingAt}
            src={asset?.thumbnail ?? null}
            shape={box ? box.width / box.height : size ? size.width / size.height : 16 / 9}
            words={selected.beside}
            measures={measures}
            column={column}
            onChange={(position) => {
              const { measure, width } = standingAt(position);
              set({ position, measure, width: width ?? null });
            }}
          />
          <WidthControls
            measures={within}
            measure={said.measure}
            width={said.width ?? null}
            shown={whole.width}
            needed={shown.width}
            pixels={soft ? (size?.width ?? null) : null}
            fills={fills}
            onChange={set}
          />
          <GapControls said={said} onChange={set} />
          <EdgeControls bordered={Boolean(said.bordered)} rounded={Boolean(said.rounded)} onChange={set} />
        </>
      )}
      {children}
    </section>
  );
}

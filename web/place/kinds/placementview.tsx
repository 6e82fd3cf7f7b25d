import { NodeViewWrapper, type NodeViewProps } from '@tiptap/react';
import { useLayoutEffect, useRef, useState } from 'react';
import { readSite } from '@placard/core/contract';
import type { Element } from '@placard/core/markup';
import { blockMarkup, kindOf, standingIn, type AnyBlock, type StandingSaid } from '@placard/core/page';
import { useAsk } from '../../kit/asking.ts';
import { dress, MarkupView } from '../../kit/markup.tsx';
import type { PlacedKind } from './kind.ts';
import { atRest, ON_THE_DESK } from '../desk/ondesk.tsx';
import { setPlaced } from '../desk/setattributes.ts';
import { deskContext, deskOf, roomAt } from '../desk/desk.ts';
import { useHeld } from '../desk/useheld.ts';
import { WidthHandles } from '../desk/widthhandles.tsx';

/** Something placed, as it stands in the page being written: the markup that visitors get. */
export function PlacementView({ kind, ...given }: NodeViewProps & { kind: PlacedKind }) {
  const { node, editor, getPos, selected } = given;
  const [dragged, drag] = useState<number | null>(null);
  const site = useAsk(readSite);
  const attrs = dragged === null ? node.attrs : { ...node.attrs, width: dragged };
  const block = { type: node.type.name, attrs } as AnyBlock;
  // What it links to is not shown here.
  const { holdings, pending, error } = useHeld(
    kindOf(block)
      .uses(block)
      .filter(({ as }) => as !== 'file'),
  );
  const measures = site.data?.measures ?? [];
  // What it leads to is drawn where it is set together alone.
  const context = { ...deskContext(site.data, holdings), pages: undefined };
  const room = roomAt(editor, getPos(), { measures, holdings: deskOf(editor).context.holdings });
  const figure = blockMarkup(block, context, room).find((part): part is Element => typeof part !== 'string');
  const inner = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    // The figure itself is the editor's own element, which the words stand round.
    const shell = inner.current?.parentElement;
    if (shell) dress(shell, figure?.attributes.style ?? {});
  });
  // What fills its room has no width of its own.
  const standing = 'position' in attrs ? standingIn(room, attrs as StandingSaid, measures) : null;
  const listed = kindOf(block)
    .uses(block)
    .some(({ credit }) => credit === 'list');
  if (kind.instead) {
    const Instead = kind.instead;
    return (
      <NodeViewWrapper ref={inner}>
        <Instead {...given} />
      </NodeViewWrapper>
    );
  }
  return (
    <NodeViewWrapper ref={inner} className="contents" data-drag-handle>
      {figure ? (
        <MarkupView
          markup={figure.children.flatMap(atRest)}
          replaced={{ ...ON_THE_DESK, ...kind.replaced?.(block) }}
        />
      ) : (
        <p
          className={
            error ? 'border border-dashed border-madder p-4 text-[14px]' : 'bg-[#eee] p-4 text-[14px]'
          }
        >
          {error?.message ?? (pending ? 'Bringing it up …' : kind.nothing?.(block))}
        </p>
      )}
      {selected && editor.isEditable && !room.filled && standing?.width && standing.position !== 'bleed' && (
        <WidthHandles
          editor={editor}
          position={standing.position}
          width={standing.width}
          room={room.width}
          measures={measures}
          onDrag={drag}
          onWidth={(next) => setPlaced(editor, String(node.attrs['id']), next)}
        />
      )}
      {listed && (
        <small className="block text-[11px] text-[#666]">Its credit stands in the list at the end.</small>
      )}
    </NodeViewWrapper>
  );
}

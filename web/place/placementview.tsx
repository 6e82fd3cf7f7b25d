import { NodeViewWrapper, type NodeViewProps } from '@tiptap/react';
import { useLayoutEffect, useRef } from 'react';
import { readSite } from '@placard/core/contract';
import type { Element } from '@placard/core/markup';
import { blockMarkup, kindOf, pageRoom, type AnyBlock } from '@placard/core/page';
import { useAsk } from '../kit/asking.ts';
import { dress, MarkupView, type Replaced } from '../kit/markup.tsx';
import type { PlacedKind } from './kinds/kind.ts';
import { useHeld } from './useheld.ts';

/** What is drawn otherwise on the desk than outside, whatever it stands in. */
const ON_THE_DESK: Replaced = {
  img: (_element, properties) =>
    properties['src'] ? (
      // Dragging a picture drags what it stands in, and it is there at once.
      <img {...properties} alt={String(properties['alt'])} loading="eager" draggable={false} />
    ) : (
      <span className="block aspect-[3/2] bg-[#eee]" />
    ),
  // Captions that nobody asks for are not fetched here: from another address than the page's own they are refused.
  track: (_element, properties) => <track {...properties} default={false} />,
};

/** Something placed, as it stands in the page being written: the markup that visitors get. */
export function PlacementView({ node, kind }: NodeViewProps & { kind: PlacedKind }) {
  const site = useAsk(readSite);
  const block = { type: node.type.name, attrs: node.attrs } as AnyBlock;
  const { holdings, pending, error } = useHeld(kindOf(block).uses(block));
  const measures = site.data?.measures ?? [];
  const context = {
    measures,
    holdings,
    language: site.data?.language ?? 'en',
    addressOf: ({ key }: { key: string }) => key,
    // The desk is the screen that the page lies on.
    screen: '100cqw',
  };
  const figure = blockMarkup(block, context, pageRoom(measures)).find(
    (part): part is Element => typeof part !== 'string',
  );
  const inner = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    // The figure itself is the editor's own element, which the words stand round.
    const shell = inner.current?.parentElement;
    if (shell) dress(shell, figure?.attributes.style ?? {});
  });
  const listed = kindOf(block)
    .uses(block)
    .some(({ credit }) => credit === 'list');
  return (
    <NodeViewWrapper ref={inner} className="contents" data-drag-handle>
      {figure ? (
        <MarkupView markup={figure.children} replaced={{ ...ON_THE_DESK, ...kind.replaced?.(block) }} />
      ) : (
        <p
          className={
            error ? 'border border-dashed border-madder p-4 text-[14px]' : 'bg-[#eee] p-4 text-[14px]'
          }
        >
          {error?.message ?? (pending ? 'Bringing it up …' : kind.nothing?.(block))}
        </p>
      )}
      {listed && (
        <small className="block text-[11px] text-[#666]">Its credit stands in the list at the end.</small>
      )}
    </NodeViewWrapper>
  );
}

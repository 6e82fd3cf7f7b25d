import { Node } from '@tiptap/core';
import { NodeViewWrapper, ReactNodeViewRenderer, type NodeViewProps } from '@tiptap/react';
import { readSite } from '@placard/core/contract';
import { inlineMarkup, readSmallPicture, type SmallPicture, type Use } from '@placard/core/page';
import { useAsk } from '../../kit/asking.ts';
import { MarkupView, type Replaced } from '../../kit/markup.tsx';
import { newPlacementId } from '../../kit/newplacementid.ts';
import { useHeld } from './useheld.ts';

/** What a small picture is that says nothing of itself. */
const NOTHING = {
  id: '',
  asset: '',
  version: null,
  ownAlt: null,
  ownCaption: null,
  width: 48,
  stands: 'middle',
};

/** A small picture within a line of words. */
export const SmallPictureNode = Node.create({
  name: 'smallPicture',
  group: 'inline',
  inline: true,
  atom: true,
  draggable: true,
  selectable: true,
  addAttributes: () =>
    Object.fromEntries(
      Object.entries(NOTHING).map(([key, value]) => [key, { default: value, rendered: false }]),
    ),
  // Only the clipboard sees this markup; what is read back must be ours in every attribute.
  parseHTML: () => [
    {
      tag: 'span[data-placard-small]',
      getAttrs: (element) => {
        try {
          const given = JSON.parse(element.getAttribute('data-placard-small') ?? '') as object;
          return readSmallPicture({ ...NOTHING, ...given, id: newPlacementId() })?.attrs ?? false;
        } catch {
          return false;
        }
      },
    },
  ],
  renderHTML: ({ node }) => ['span', { 'data-placard-small': JSON.stringify(node.attrs) }],
  addNodeView: () => ReactNodeViewRenderer(SmallPictureView, { as: 'span', className: 'small-picture' }),
});

/** Dragging a picture drags what it stands in, and it is there at once. */
const ON_THE_DESK: Replaced = {
  img: (_element, properties) => (
    <img {...properties} alt={String(properties['alt'])} loading="eager" draggable={false} />
  ),
};

function SmallPictureView({ node }: NodeViewProps) {
  const site = useAsk(readSite);
  const attrs = node.attrs as SmallPicture['attrs'];
  const use: Use = { ...attrs, as: 'picture', ownCaption: null };
  const { holdings, pending } = useHeld([use]);
  const markup = inlineMarkup([{ type: 'smallPicture', attrs }], {
    measures: site.data?.measures ?? [],
    holdings,
    addressOf: ({ key }) => key,
  });
  return (
    <NodeViewWrapper as="span" data-drag-handle>
      {markup.length > 0 ? (
        <MarkupView markup={markup} replaced={ON_THE_DESK} />
      ) : (
        <span className="bg-[#eee] px-1 text-[12px]">{pending ? '…' : 'not held any more'}</span>
      )}
    </NodeViewWrapper>
  );
}

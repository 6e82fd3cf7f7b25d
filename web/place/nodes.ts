import { mergeAttributes, Node, type JSONContent } from '@tiptap/core';
import { ReactNodeViewRenderer } from '@tiptap/react';
import { readPlacement, type Embed, type Film, type Picture, type Placement } from '@placard/core/page';
import { newPlacementId } from './placementid.ts';
import { PlacementView } from './placementview.tsx';

const STANDING = { id: '', position: 'full', measure: 'column', gap: 20 };
const HELD = { ...STANDING, asset: '', ownAlt: null, ownCaption: null, credit: 'below' };

/** A block that places something; the editor treats it as one piece. */
function placementNode(name: Placement['type'], defaults: Record<string, unknown>) {
  return Node.create({
    name,
    group: 'block',
    atom: true,
    draggable: true,
    selectable: true,
    addAttributes: () =>
      Object.fromEntries(
        Object.entries(defaults).map(([key, value]) => [key, { default: value, rendered: false }]),
      ),
    // Only the clipboard sees this markup; what is read back must be ours in every attribute.
    parseHTML: () => [
      {
        tag: `figure[data-placard-${name}]`,
        getAttrs: (element) => {
          try {
            const given = JSON.parse(element.getAttribute(`data-placard-${name}`) ?? '') as object;
            return readPlacement(name, { ...defaults, ...given, id: newPlacementId() })?.attrs ?? false;
          } catch {
            return false;
          }
        },
      },
    ],
    renderHTML: ({ node, HTMLAttributes }) => [
      'figure',
      mergeAttributes(HTMLAttributes, { [`data-placard-${name}`]: JSON.stringify(node.attrs) }),
    ],
    addNodeView: () =>
      ReactNodeViewRenderer(PlacementView, {
        className: 'placement-shell',
        attrs: ({ node }) => ({ 'data-position': String(node.attrs['position']) }),
      }),
  });
}

export const PLACEMENT_NODES = [
  placementNode('picture', { ...HELD, linksTo: null, version: null }),
  placementNode('film', HELD),
  placementNode('embed', { ...STANDING, frame: null, caption: '' }),
];

/** A picture or film as the editor inserts it. */
export function heldBlock(type: 'picture' | 'film', asset: string, measure: string): JSONContent {
  const attrs: (Picture | Film)['attrs'] = {
    id: newPlacementId(),
    position: 'full',
    measure,
    gap: 20,
    asset,
    ownAlt: null,
    ownCaption: null,
  };
  return { type, attrs };
}

/** An embed as the editor inserts it. */
export function embedBlock(frame: Embed['attrs']['frame'], measure: string): JSONContent {
  const attrs: Embed['attrs'] = { id: newPlacementId(), position: 'centred', measure, gap: 20, frame };
  return { type: 'embed', attrs };
}

import { mergeAttributes, Node } from '@tiptap/core';
import { ReactNodeViewRenderer, type NodeViewProps } from '@tiptap/react';
import { createElement } from 'react';
import { readPlacement, type Placement } from '@placard/core/page';
import type { PlacedKind } from './kind.ts';
import { newPlacementId } from '../../kit/newplacementid.ts';
import { PlacementView } from './placementview.tsx';

/** How the editor writes something placed among the words: as one piece. */
export function placementNode(kind: PlacedKind) {
  const { type, defaults } = kind;
  const View = (props: NodeViewProps) => createElement(PlacementView, { ...props, kind });
  return Node.create({
    name: type,
    group: 'placement',
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
        tag: `figure[data-placard-${type}]`,
        getAttrs: (element) => {
          try {
            const given = JSON.parse(element.getAttribute(`data-placard-${type}`) ?? '') as object;
            const attrs = { ...defaults, ...given, id: newPlacementId() };
            return readPlacement(type as Placement['type'], attrs)?.attrs ?? false;
          } catch {
            return false;
          }
        },
      },
    ],
    renderHTML: ({ node, HTMLAttributes }) => [
      'figure',
      mergeAttributes(HTMLAttributes, { [`data-placard-${type}`]: JSON.stringify(node.attrs) }),
    ],
    addNodeView: () => ReactNodeViewRenderer(View, { as: 'figure', className: 'placement' }),
  });
}

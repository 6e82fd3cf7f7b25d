import type { Editor } from '@tiptap/react';
import type { Site } from '@placard/core/contract';
import type { Block } from '@placard/core/page';
import { placedNode } from '../place/desk/placing.ts';
import { setPlaced } from '../place/desk/setattributes.ts';
import { blockOf } from '../place/desk/desk.ts';
import { BoxControls } from './boxcontrols.tsx';
import { CardControls } from './cardcontrols.tsx';
import { EmbedControls } from './embedcontrols.tsx';
import type { HostsStill } from './stillchoice.tsx';

/** What can be said of something of somebody else's that stands in the page and is selected. */
export function EmbeddedPanel({
  editor,
  id,
  site,
  section,
}: {
  editor: Editor;
  id: string;
  site: Site;
  section: string;
}) {
  const node = placedNode(editor, id)?.node;
  if (!node) return null;
  const block = blockOf(node) as Block;
  // A still that is being brought in, or a box that is being measured, may come late.
  const change = (attrs: object) => setPlaced(editor, id, { ...attrs });
  switch (block.type) {
    case 'embed':
      return (
        <section aria-label="The embed" key={block.attrs.id}>
          <EmbedControls block={block} section={section} hosts={stillOf(block)} onChange={change} />
        </section>
      );
    case 'box':
      return (
        <section aria-label="The box" key={block.attrs.id}>
          <BoxControls block={block} site={site} onChange={change} />
        </section>
      );
    case 'linkCard':
      return (
        <section aria-label="The link card" key={block.attrs.id}>
          <CardControls block={block} section={section} onChange={change} />
        </section>
      );
    default:
      return null;
  }
}

const stillOf = ({ attrs: { film, frame } }: Extract<Block, { type: 'embed' }>): HostsStill | null =>
  film?.still
    ? { address: film.still, title: frame.title, creator: film.owner, page: film.page, preview: null }
    : null;

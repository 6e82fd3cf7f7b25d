import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { inlineMarkup } from '../words.ts';
import type { BulletList } from './bulletlist.ts';
import { kind, type Kind } from './kind.ts';
import type { OrderedList } from './orderedlist.ts';
import type { Paragraph } from './paragraph.ts';

/** One item of a list: words, and lists in it. */
export interface ListItem {
  type: 'listItem';
  content: (Paragraph | BulletList | OrderedList)[];
}

/** What a browser indents the items of a list by, in CSS pixels. */
const INDENT = 40;

const HOLDS = ['paragraph', 'bulletList', 'orderedList'] as const;

export const listItem: Kind<ListItem> = kind<ListItem>({
  type: 'listItem',
  group: 'part',
  schema: (schemaOf) =>
    v.object({ type: v.literal('listItem'), content: v.array(schemaOf(HOLDS)) }) as v.GenericSchema<
      unknown,
      ListItem
    >,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: content as ListItem['content'] }),
  roomInside: (_block, room) => ({ ...room, width: Math.max(1, room.width - INDENT), bleed: null }),
  markup: ({ content }, { inside }) => {
    const [first, ...rest] = content;
    // Its first words stand beside its mark, with no space of a paragraph round them.
    const lead = first?.type === 'paragraph' ? inlineMarkup(first.content) : first ? inside([first]) : [];
    return [element('li', {}, ...lead, ...inside(rest))];
  },
});

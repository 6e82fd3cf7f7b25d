import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { setIn } from '../availablewidth.ts';
import { scheduleOf } from '../schedule.ts';
import { inlineMarkup } from '../words.ts';
import { LINES } from '../lines.ts';
import { kind, type Kind } from './kind.ts';
import { inItem, type ListItem } from '../lists.ts';

/** What a browser indents the items of a list by, in CSS pixels. */
const INDENT = 40;

export const listItem: Kind<ListItem> = kind<ListItem>({
  type: 'listItem',
  group: 'part',
  schema: (schemaOf) =>
    v.object({ type: v.literal('listItem'), content: v.array(schemaOf(LINES)) }) as v.GenericSchema<
      unknown,
      ListItem
    >,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: content as ListItem['content'] }),
  rooms: (_block, room) => {
    const inside = setIn(room, INDENT);
    return () => inside;
  },
  reads: {
    li: (element, reading) => {
      const { content, others } = inItem(reading.blocks(element));
      return [{ type: 'listItem', content }, ...others];
    },
  },
  markup: ({ content }, { context, inside }) => {
    const [first, ...rest] = content;
    // Its first words stand beside its mark, with no space of a paragraph round them.
    // Written down, they say themselves when they are shown.
    if (first?.type !== 'paragraph' || (context.placed && scheduleOf(first)))
      return [element('li', {}, ...inside(content))];
    const id = context.anchors?.get(first);
    return [element('li', { id }, ...inlineMarkup(first.content, context), ...inside(rest))];
  },
});

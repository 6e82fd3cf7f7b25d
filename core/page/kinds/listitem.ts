import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { setIn } from '../availablewidth.ts';
import { scheduleOf } from '../schedule.ts';
import { inlineMarkup } from '../words.ts';
import { LINES } from '../lines.ts';
import { kind, type Kind } from './kind.ts';
import { HIGHEST, inItem, numberOf, type ListItem } from '../lists.ts';

/** What a browser indents the items of a list by, in CSS pixels. */
const INDENT = 40;

export const listItem: Kind<ListItem> = kind<ListItem>({
  type: 'listItem',
  group: 'part',
  schema: (schemaOf) =>
    v.object({
      type: v.literal('listItem'),
      attrs: v.optional(
        v.object({
          value: v.optional(v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(HIGHEST)))),
        }),
      ),
      content: v.array(schemaOf(LINES)),
    }) as v.GenericSchema<unknown, ListItem>,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: content as ListItem['content'] }),
  rooms: (_block, room) => {
    const inside = setIn(room, INDENT);
    return () => inside;
  },
  reads: {
    li: (element, reading) => {
      const { content, others } = inItem(reading.blocks(element));
      const value = numberOf(reading.attribute(element, 'value'));
      return [{ type: 'listItem', ...(value === null ? {} : { attrs: { value } }), content }, ...others];
    },
  },
  markup: ({ attrs, content }, { context, inside }) => {
    const value = attrs?.value;
    const [first, ...rest] = content;
    // Its first words stand beside its mark, with no space of a paragraph round them.
    // Written down, they say themselves when they are shown.
    if (first?.type !== 'paragraph' || (context.placed && scheduleOf(first)))
      return [element('li', { value }, ...inside(content))];
    const id = context.anchors?.get(first);
    return [element('li', { id, value }, ...inlineMarkup(first.content, context), ...inside(rest))];
  },
});

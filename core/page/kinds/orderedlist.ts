import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { kind, type Kind } from './kind.ts';
import { listed, type ListItem, type OrderedList } from '../lists.ts';

/** The highest number that a list may begin with. */
const HIGHEST = 1_000_000;

export const orderedList: Kind<OrderedList> = kind<OrderedList>({
  type: 'orderedList',
  group: 'words',
  schema: (schemaOf) =>
    v.object({
      type: v.literal('orderedList'),
      attrs: v.optional(
        v.object({
          start: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(HIGHEST))),
        }),
      ),
      content: v.array(schemaOf(['listItem'])),
    }) as v.GenericSchema<unknown, OrderedList>,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: content as ListItem[] }),
  reads: {
    ol: (element, reading) => {
      const { items, others } = listed(reading.blocks(element));
      const start = Number(reading.attribute(element, 'start') ?? 1);
      const attrs = Number.isInteger(start) && start >= 0 && start <= HIGHEST ? { attrs: { start } } : {};
      return items.length === 0 ? others : [{ type: 'orderedList', ...attrs, content: items }, ...others];
    },
  },
  markup: ({ attrs, content }, { inside }) => {
    const start = attrs?.start ?? 1;
    return [element('ol', { start: start === 1 ? null : start }, ...inside(content))];
  },
});

import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { kind, type Kind } from './kind.ts';
import type { ListItem } from './listitem.ts';

/** A numbered list. */
export interface OrderedList {
  type: 'orderedList';
  /** The number that it begins with; 1 where nothing is said. */
  attrs?: { start?: number | undefined } | undefined;
  content: ListItem[];
}

export const orderedList: Kind<OrderedList> = kind<OrderedList>({
  type: 'orderedList',
  group: 'words',
  schema: (schemaOf) =>
    v.object({
      type: v.literal('orderedList'),
      attrs: v.optional(
        v.object({
          start: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1_000_000))),
        }),
      ),
      content: v.array(schemaOf(['listItem'])),
    }) as v.GenericSchema<unknown, OrderedList>,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: content as ListItem[] }),
  markup: ({ attrs, content }, { inside }) => {
    const start = attrs?.start ?? 1;
    return [element('ol', { start: start === 1 ? null : start }, ...inside(content))];
  },
});

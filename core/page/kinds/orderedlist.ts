import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { kind, type Kind } from './kind.ts';
import {
  HIGHEST,
  inLists,
  numberOf,
  NUMBERED_BY,
  type ListItem,
  type OrderedList,
  type OrderedSaid,
} from '../lists.ts';

export const orderedList: Kind<OrderedList> = kind<OrderedList>({
  type: 'orderedList',
  group: 'words',
  schema: (schemaOf) =>
    v.object({
      type: v.literal('orderedList'),
      attrs: v.optional(
        v.object({
          start: v.optional(v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(HIGHEST)))),
          type: v.optional(v.nullable(v.picklist(NUMBERED_BY))),
          reversed: v.optional(v.nullable(v.boolean())),
        }),
      ),
      content: v.array(schemaOf(['listItem'])),
    }) as v.GenericSchema<unknown, OrderedList>,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: content as ListItem[] }),
  reads: {
    ol: (element, reading) => {
      const given = saidOf(
        (name) => reading.attribute(element, name),
        reading.attribute(element, 'style') ?? '',
      );
      // A reversed one that says nothing else begins with as many as there are (HTML, 4.4.5).
      const count = reading.elementsIn(element).filter(({ tagName }) => tagName === 'li').length;
      const said = given.reversed && given.start == null && count > 0 ? { ...given, start: count } : given;
      return inLists(reading.blocks(element), (content, before) => {
        // Behind what lay in it, it goes on where it was.
        const attrs = before === 0 ? said : { ...said, ...goesOn(said, before) };
        return { type: 'orderedList', ...(Object.keys(attrs).length > 0 ? { attrs } : {}), content };
      });
    },
  },
  markup: ({ attrs, content }, { inside }) => {
    const { start, type, reversed } = attrs ?? {};
    return [
      element(
        'ol',
        {
          // One that ends where it begins is meant by nobody: editors say 1 where nothing is said.
          start: start === 1 ? null : start,
          type: type && type !== '1' ? type : null,
          reversed: reversed ? '' : null,
        },
        ...inside(content),
      ),
    ];
  },
});

/** The number that a list goes on with behind so many items. */
function goesOn({ start, reversed }: OrderedSaid, before: number): OrderedSaid {
  const first = start ?? 1;
  return { start: reversed ? Math.max(0, first - before) : first + before };
}

/** How styles say what `type` says (CSS Lists 3). */
const BY_STYLE: Readonly<Record<string, NonNullable<OrderedSaid['type']>>> = {
  'lower-alpha': 'a',
  'lower-latin': 'a',
  'upper-alpha': 'A',
  'upper-latin': 'A',
  'lower-roman': 'i',
  'upper-roman': 'I',
};

/** What foreign HTML says of a numbered list. */
function saidOf(attribute: (name: string) => string | undefined, style: string): OrderedSaid {
  const start = numberOf(attribute('start'));
  const styled = /(?:^|;)\s*list-style(?:-type)?\s*:[^;]*?\b((?:lower|upper)-(?:alpha|latin|roman))\b/i.exec(
    style,
  );
  const written = attribute('type');
  const type = BY_STYLE[styled?.[1]?.toLowerCase() ?? ''] ?? NUMBERED_BY.find((one) => one === written);
  return {
    ...(start === null ? {} : { start }),
    ...(type && type !== '1' ? { type } : {}),
    ...(attribute('reversed') === undefined ? {} : { reversed: true }),
  };
}

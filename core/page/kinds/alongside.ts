import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { kind, type AnyBlock, type Kind } from './kind.ts';

/** The words of a page that a side note stands beside. */
export interface Alongside {
  type: 'alongside';
  content: AnyBlock[];
}

export const alongside: Kind<Alongside> = kind<Alongside>({
  type: 'alongside',
  group: 'part',
  schema: (schemaOf) =>
    v.object({
      type: v.literal('alongside'),
      content: v.pipe(v.array(schemaOf([], 'words', 'placement')), v.maxLength(500)),
    }) as unknown as v.GenericSchema<unknown, Alongside>,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: [...content] }),
  rooms: (_block, room) => {
    const inside = { ...room, bleed: null };
    return () => inside;
  },
  markup: ({ content }, { context, inside }) => [
    element('div', context.placed ? { 'data-alongside': true } : {}, ...inside(content)),
  ],
});

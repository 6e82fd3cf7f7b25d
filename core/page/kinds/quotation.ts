import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { LinkAddressSchema, linked, type PageLink } from '../words.ts';
import type { BulletList } from './bulletlist.ts';
import { inLines, LINES } from '../lines.ts';
import { kind, type Kind } from './kind.ts';
import type { OrderedList } from './orderedlist.ts';
import type { Paragraph } from './paragraph.ts';

/** Words of somebody else, with whose they are (HTML: blockquote). */
export interface Quotation {
  type: 'quotation';
  attrs?:
    | {
        /** Whose words they are, or where they stand; nothing where it is not said. */
        source?: string | undefined;
        /** Where they stand, as an address. */
        address?: string | null | undefined;
      }
    | undefined;
  content: (Paragraph | BulletList | OrderedList)[];
}

/** What a browser sets a quotation in by, on either side, in CSS pixels. */
const INDENT = 40;

const said = ({ attrs }: Quotation): { source: string; address: string | null } => ({
  source: attrs?.source?.trim() ?? '',
  address: attrs?.address || null,
});

export const quotation: Kind<Quotation> = kind<Quotation>({
  type: 'quotation',
  group: 'words',
  schema: (schemaOf) =>
    v.object({
      type: v.literal('quotation'),
      attrs: v.optional(
        v.object({
          source: v.optional(v.pipe(v.string(), v.maxLength(300))),
          address: v.optional(v.nullable(LinkAddressSchema)),
        }),
      ),
      content: v.array(schemaOf(LINES)),
    }) as v.GenericSchema<unknown, Quotation>,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: content as Quotation['content'] }),
  roomInside: (_block, room) => ({ ...room, width: Math.max(1, room.width - 2 * INDENT), bleed: null }),
  words: (block) => said(block).source,
  links: (block): PageLink[] => {
    const { source, address } = said(block);
    return address === null ? [] : [{ href: address, words: source || address }];
  },
  reads: {
    blockquote: (element, reading) => {
      const { content, others } = inLines(reading.blocks(element));
      return content.length === 0 ? others : [{ type: 'quotation', content }, ...others];
    },
  },
  markup: (block, { inside }) => {
    const { source, address } = said(block);
    const quoted = element('blockquote', { cite: address }, ...inside(block.content));
    if (source === '' && address === null) return [quoted];
    const from = address === null ? source : linked(address, source || address);
    return [
      element(
        'figure',
        { style: { margin: '0' } },
        quoted,
        element('figcaption', { style: { 'margin-inline-start': `${INDENT}px` } }, from),
      ),
    ];
  },
});

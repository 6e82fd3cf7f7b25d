import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { isPlainAddress, linked, targetOf } from '../link.ts';
import { setIn } from '../availablewidth.ts';
import type { PageLink } from '../words.ts';
import type { BulletList, OrderedList } from '../lists.ts';
import { inLines, LINES } from '../lines.ts';
import { kind, type Kind } from './kind.ts';
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

/** True for where words can stand: an address, or a page of ours. */
export const isSourceAddress = (href: string): boolean =>
  isPlainAddress(href) || targetOf(href).kind === 'page';

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
          address: v.optional(v.nullable(v.pipe(v.string(), v.check(isSourceAddress)))),
        }),
      ),
      content: v.array(schemaOf(LINES)),
    }) as v.GenericSchema<unknown, Quotation>,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: content as Quotation['content'] }),
  rooms: (_block, room) => {
    const inside = setIn(room, 2 * INDENT);
    return () => inside;
  },
  words: (block) => said(block).source,
  links: (block): PageLink[] => {
    const { source, address } = said(block);
    return address === null ? [] : [{ href: address, words: source || address }];
  },
  reads: {
    // Whose words they are stands beside them in one figure (HTML, 4.4.13).
    figure: (figure, reading) => {
      const [quoted, caption, ...more] = reading.elementsIn(figure);
      const beside = quoted?.tagName === 'blockquote' && caption?.tagName === 'figcaption';
      if (!beside || !quoted || more.length > 0) return null;
      const [block, ...others] = reading.read(quoted);
      const source = reading.text(caption).trim();
      const link = reading.elementsIn(caption).find(({ tagName }) => tagName === 'a');
      const address = (link && reading.attribute(link, 'href')) ?? reading.attribute(quoted, 'cite') ?? '';
      if (block?.type !== 'quotation' || source.length > 300)
        return [...(block ? [block] : []), ...others, ...reading.blocks(caption)];
      const attrs = {
        source: source === address ? '' : source,
        address: isSourceAddress(address) ? address : null,
      };
      return [{ ...block, attrs }, ...others];
    },
    blockquote: (element, reading) => {
      const { content, others } = inLines(reading.blocks(element));
      return content.length === 0 ? others : [{ type: 'quotation', content }, ...others];
    },
  },
  markup: (block, { context, inside }) => {
    const { source, address } = said(block);
    const cite = address !== null && isPlainAddress(address) ? address : null;
    const quoted = element('blockquote', { cite }, ...inside(block.content));
    if (source === '' && address === null) return [quoted];
    const from = address === null ? [source] : linked({ href: address }, [source || address], context);
    return [
      element(
        'figure',
        context.placed ? {} : { style: { margin: '0' } },
        quoted,
        element(
          'figcaption',
          context.placed ? {} : { style: { 'margin-inline-start': `${INDENT}px` } },
          ...from,
        ),
      ),
    ];
  },
});

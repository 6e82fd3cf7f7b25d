import * as v from 'valibot';
import { FrameSchema } from '../embed/frame.ts';

/** Where the credit of a placement stands: under it, beside it, over its foot, or in the list at the page's end. */
export const CREDIT_PLACES = ['below', 'beside', 'foot', 'list'] as const;
export type CreditPlace = (typeof CREDIT_PLACES)[number];

/** How a placement stands to the text round it. */
export const POSITIONS = ['beside-left', 'beside-right', 'centred', 'alone-left', 'full', 'bleed'] as const;

const placementId = v.pipe(v.string(), v.regex(/^[a-zA-Z0-9_-]{6,40}$/));
const assetId = v.pipe(v.string(), v.regex(/^[a-zA-Z0-9_-]{6,40}$/));

const StandingSchema = v.object({
  id: placementId,
  position: v.picklist(POSITIONS),
  /** Id of a measure of the site. */
  measure: v.pipe(v.string(), v.maxLength(40)),
  /** Clear space to the text, in CSS pixels. */
  gap: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(200)),
});

/** True for an address that a link in a page may have: web, mail, telephone, or within the site. */
export function isLinkAddress(href: string): boolean {
  // eslint-disable-next-line no-control-regex
  if (href.length > 2000 || /[\u0000-\u0020\u007f]/.test(href.trim())) return false;
  return /^(https?:\/\/[^/]|mailto:|tel:|#|\/(?!\/)|\.{1,2}\/|\?)/i.test(href.trim());
}

const HeldSchema = v.object({
  ...StandingSchema.entries,
  asset: assetId,
  /** This place's own words; null where the placard's words are used. */
  ownAlt: v.nullable(v.pipe(v.string(), v.maxLength(1000))),
  ownCaption: v.nullable(v.pipe(v.string(), v.maxLength(2000))),
  /** Where its credit stands; below it where nothing is said. */
  credit: v.optional(v.picklist(CREDIT_PLACES)),
});

const LinkAddressSchema = v.pipe(
  v.string(),
  v.check(isLinkAddress, 'A link needs a web, mail or site address.'),
);

const PictureSchema = v.object({
  type: v.literal('picture'),
  attrs: v.object({
    ...HeldSchema.entries,
    /** The version that stands here, where it is another than the asset's own. */
    version: v.optional(v.nullable(assetId)),
    /** Where a press on it leads. */
    linksTo: v.optional(v.nullable(LinkAddressSchema)),
  }),
});
const FilmSchema = v.object({ type: v.literal('film'), attrs: HeldSchema });
const EmbedSchema = v.object({
  type: v.literal('embed'),
  attrs: v.object({
    ...StandingSchema.entries,
    frame: FrameSchema,
    /** Words under it. */
    caption: v.optional(v.pipe(v.string(), v.maxLength(500))),
  }),
});

const MarkSchema = v.variant('type', [
  v.object({ type: v.literal('bold') }),
  v.object({ type: v.literal('italic') }),
  v.object({
    type: v.literal('link'),
    attrs: v.object({
      href: LinkAddressSchema,
    }),
  }),
]);

const TextSchema = v.object({
  type: v.literal('text'),
  text: v.pipe(v.string(), v.minLength(1), v.maxLength(200_000)),
  marks: v.optional(v.array(MarkSchema)),
});
const InlineSchema = v.variant('type', [TextSchema, v.object({ type: v.literal('hardBreak') })]);
const inlines = v.optional(v.array(InlineSchema));

const HeadingSchema = v.object({
  type: v.literal('heading'),
  attrs: v.object({ level: v.pipe(v.number(), v.integer(), v.minValue(2), v.maxValue(4)) }),
  content: inlines,
});
const ParagraphSchema = v.object({ type: v.literal('paragraph'), content: inlines });

export type Inline = v.InferOutput<typeof InlineSchema>;
export type Picture = v.InferOutput<typeof PictureSchema>;
export type Film = v.InferOutput<typeof FilmSchema>;
export type Embed = v.InferOutput<typeof EmbedSchema>;
export type Placement = Picture | Film | Embed;
export type Position = (typeof POSITIONS)[number];
type Paragraph = v.InferOutput<typeof ParagraphSchema>;
export interface ListItem {
  type: 'listItem';
  content: (Paragraph | List)[];
}
export interface List {
  type: 'bulletList' | 'orderedList';
  content: ListItem[];
}
export type Block = v.InferOutput<typeof HeadingSchema> | Paragraph | List | Placement;

const ListItemSchema: v.GenericSchema<ListItem> = v.object({
  type: v.literal('listItem'),
  content: v.array(v.lazy((input) => (isList(input) ? ListSchema : ParagraphSchema))),
});
const ListSchema: v.GenericSchema<List> = v.object({
  type: v.picklist(['bulletList', 'orderedList']),
  content: v.array(ListItemSchema),
});

function isList(input: unknown): boolean {
  return (
    typeof input === 'object' && input !== null && 'type' in input && String(input.type).endsWith('List')
  );
}

const BLOCKS = {
  heading: HeadingSchema,
  paragraph: ParagraphSchema,
  bulletList: ListSchema,
  orderedList: ListSchema,
  picture: PictureSchema,
  film: FilmSchema,
  embed: EmbedSchema,
} as const;

const BlockSchema: v.GenericSchema<Block> = v.lazy((input) => {
  const type = typeof input === 'object' && input !== null && 'type' in input ? String(input.type) : '';
  return Object.hasOwn(BLOCKS, type) ? BLOCKS[type as keyof typeof BLOCKS] : ParagraphSchema;
});

/** A placement of which somebody says that it has these attributes; null where any of them is not as pages have it. */
export function readPlacement(type: Placement['type'], attrs: unknown): Placement | null {
  const read = v.safeParse(BLOCKS[type], { type, attrs });
  return read.success ? (read.output as Placement) : null;
}

/** A page's body. The same shape as the editor's JSON, so nothing is converted on the way. */
export const PageDocumentSchema = v.object({
  type: v.literal('doc'),
  content: v.pipe(v.array(BlockSchema), v.maxLength(5000)),
});

export interface PageDocument {
  type: 'doc';
  content: Block[];
}

/** A page with nothing in it yet. */
export const EMPTY_DOCUMENT: PageDocument = { type: 'doc', content: [{ type: 'paragraph' }] };

/** True for the blocks that place something: pictures, films, embeds. */
export function isPlacement(block: Block): block is Placement {
  return block.type === 'picture' || block.type === 'film' || block.type === 'embed';
}

/** Everything placed in a page, in order. */
export function placements(document: PageDocument): Placement[] {
  return document.content.filter(isPlacement);
}

/** The words of a block, without marks. */
export function blockText(block: Block): string {
  if (block.type === 'bulletList' || block.type === 'orderedList') {
    return block.content.flatMap((item) => item.content.map(blockText)).join(' ');
  }
  if (block.type === 'embed') return block.attrs.frame.title;
  if (isPlacement(block)) return '';
  return (block.content ?? []).map((inline) => (inline.type === 'text' ? inline.text : ' ')).join('');
}

import type { DefaultTreeAdapterTypes as Tree } from 'parse5';
import type * as v from 'valibot';
import type { Embedded } from '../../embed/embedded.ts';
import type { Frame } from '../../embed/frame.ts';
import type { Markup } from '../../markup/index.ts';
import type { Use } from '../held.ts';
import type { AvailableWidth, Shown } from '../availablewidth.ts';
import type { AnyBlock } from '../anyblock.ts';
import type { PageContext, RenderContext, RoomContext } from '../rendercontext.ts';
import type { Inline, PageLink } from '../words.ts';

export type { AnyBlock, PageContext, RenderContext, RoomContext };

/** Where the markup of a block is made: with how much room, and how what it holds is. */
export interface Place {
  context: RenderContext;
  room: AvailableWidth;
  /** The markup of the blocks that it holds, each in its own room. */
  inside: (children: readonly AnyBlock[]) => Markup[];
  /** The same block by block. */
  each: (children: readonly AnyBlock[]) => Markup[][];
}

/** The schemas of blocks by their kinds, and of all in a group; asked for when something is read: kinds hold one another. */
export type SchemaOf = (
  types: readonly string[],
  ...groups: readonly Group[]
) => v.GenericSchema<unknown, AnyBlock>;

/** Words, something placed among them, things set together, or a part that stands only in what holds it. */
export type Group = 'words' | 'placement' | 'together' | 'part';

/** A foreign element (HTML), as kinds read it. */
export type ForeignElement = Tree.Element;

/** A picture, film or sound in foreign HTML. */
export interface ReadMedia {
  kind: 'picture' | 'film' | 'sound';
  address: string;
  /** Null where nothing is said; empty for decorative. */
  alt: string | null;
}

/** What foreign HTML is read with. */
export interface Reading {
  /** The value of an attribute; undefined where it has none. */
  attribute(element: ForeignElement, name: string): string | undefined;
  /** The elements right in it. */
  elementsIn(element: ForeignElement): ForeignElement[];
  /** The blocks in an element; words of its own become paragraphs. */
  blocks(element: ForeignElement): AnyBlock[];
  /** The words in an element in one line, and what lies among them and is no words. */
  words(element: ForeignElement): { content: Inline[]; others: AnyBlock[] };
  /** What is made of an element by itself: by the kind that reads it, else what is in it. */
  read(element: ForeignElement): AnyBlock[];
  /** The words in an element, in one line and without marks. */
  text(element: ForeignElement): string;
  /** True where an element of a name lies in another, however deep. */
  holds(element: ForeignElement, name: string): boolean;
  /** The level that a heading has here, where the page's own title is the first. */
  levelOf(level: number): number;
  /** The frame that an element makes, with what nobody may do in it taken away; null where none may be made of it. */
  frame(element: ForeignElement): Frame | null;
  /** A name for a place that has none yet. */
  newId(): string;
  /** The name of a place, where links lead to an element. */
  anchor(element: ForeignElement): string | null;
  /** The words of a block that was read, in one line and without marks. */
  wordsOf(block: AnyBlock): string;
  /** True where any words of blocks that were read have marks. */
  marked(blocks: readonly AnyBlock[]): boolean;
  /** Tells of a picture, film or sound that is not held yet: its address and a name for its place; null where it cannot be had. */
  media(found: ReadMedia): { id: string; address: string } | null;
  /** Tells that something is not kept. */
  drop(what: string, why: string): void;
}

/** What a use of a film, or what a picture opens, is called in structured data, once in a page. */
export type Said = [name: string, data: Record<string, unknown> | null];

/** One kind of block: all that a page has to know of it. */
export interface Kind<Block extends AnyBlock> {
  readonly type: Block['type'];
  readonly group: Group;
  /** True for what one of several things set together shows: its picture, or what stands in the place of one. */
  readonly media: boolean;
  schema(schemaOf: SchemaOf): v.GenericSchema<unknown, Block>;
  /** The blocks in it, in reading order. */
  children(block: Block): readonly AnyBlock[];
  /** True for what stays in its place where nothing of what it holds is seen. */
  readonly stays: boolean;
  /** The same with other blocks in it. */
  withChildren(block: Block, children: readonly AnyBlock[]): Block;
  /** The room that each of the blocks in it has, by its place among them. */
  rooms(block: Block, room: AvailableWidth, context: RoomContext): (at: number) => AvailableWidth;
  /** Every asset that it shows, without those of the blocks in it. */
  uses(block: Block): readonly Use[];
  /** The same with its uses changed, one by one. */
  withUses(block: Block, change: (use: Use) => Use): Block;
  /** How wide one of its uses is shown. */
  shown(block: Block, use: Use, room: AvailableWidth, context: PageContext): Shown;
  /** What it opens of somebody else's. */
  embedded(block: Block): readonly Embedded[];
  links(block: Block): readonly PageLink[];
  /** Its own words, without marks and without those of the blocks in it. */
  words(block: Block): string;
  /** What visitors get. Nothing where there is nothing to show. */
  markup(block: Block, place: Place): Markup[];
  /** How it is read from foreign HTML: what is made of an element of each of these names; null for what is none of it. */
  reads: Readonly<Record<string, (element: ForeignElement, reading: Reading) => AnyBlock[] | null>>;
  /** What is said of it in structured data (schema.org), each under a name that is said once in a page. */
  data(block: Block, place: Pick<Place, 'context' | 'room'>): Said[];
}

type Told = 'type' | 'group' | 'schema' | 'markup';

const mediaTypes = new Set<string>();
const embeddingTypes = new Set<string>();

/** True for a block that one of several things set together shows. */
export const isMedia = ({ type }: Pick<AnyBlock, 'type'>): boolean => mediaTypes.has(type);

/** True for a block that opens something of somebody else's. */
export const isEmbedding = ({ type }: Pick<AnyBlock, 'type'>): boolean => embeddingTypes.has(type);

/** A kind that is told by what is its own: it holds, uses and links nothing unless it says so. */
export function kind<Block extends AnyBlock>(
  own: Pick<Kind<Block>, Told> & Partial<Omit<Kind<Block>, Told>>,
): Kind<Block> {
  if (own.media) mediaTypes.add(own.type);
  if (own.embedded) embeddingTypes.add(own.type);
  return {
    media: false,
    children: () => [],
    stays: false,
    withChildren: (block) => block,
    rooms: (_block, room) => () => room,
    uses: () => [],
    withUses: (block) => block,
    shown: (_block, _use, room) => ({ ...room, across: false }),
    embedded: () => [],
    links: () => [],
    words: () => '',
    reads: {},
    data: () => [],
    ...own,
  };
}

import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { LinkAddressSchema, changedLink, usesOfLink } from '../link.ts';
import { plainWords, type Inline } from '../words.ts';
import { isMedia, kind, type AnyBlock, type Kind } from './kind.ts';

/** What is said of one of several things that are set together. */
export const ItemSaidSchema = v.object({
  /** Where it leads as a whole, in which words, and whether that opens a new window; its title leads there where no words are said. */
  linksTo: v.optional(v.nullable(LinkAddressSchema)),
  linkWords: v.optional(v.nullable(v.pipe(v.string(), v.maxLength(200)))),
  newWindow: v.optional(v.nullable(v.boolean())),
});

/** One of several things set together: a picture, film or embed, a title, words, and where it leads; any of them may be missing. */
export interface Item {
  type: 'item';
  attrs?: v.InferOutput<typeof ItemSaidSchema> | undefined;
  content: AnyBlock[];
}

/** Which of the blocks in it is what it shows, and which is its title; -1 for none. What is left is its words. */
export function partsOf({ content }: Pick<Item, 'content'>): { media: number; title: number } {
  return {
    media: content.findIndex(isMedia),
    title: content.findIndex(({ type }) => type === 'heading'),
  };
}

/** The words of its title; empty where it has none. */
export function titleOf(item: Pick<Item, 'content'>): string {
  const title = item.content[partsOf(item).title];
  return title ? plainWords(title.content as Inline[] | undefined).trim() : '';
}

export const item: Kind<Item> = kind<Item>({
  type: 'item',
  group: 'part',
  schema: (schemaOf) =>
    v.object({
      type: v.literal('item'),
      attrs: v.optional(ItemSaidSchema),
      content: v.pipe(v.array(schemaOf([], 'words', 'placement', 'together')), v.maxLength(500)),
    }) as unknown as v.GenericSchema<unknown, Item>,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: [...content] }),
  rooms: (block, { item: set, ...room }) => {
    const { media } = partsOf(block);
    const plain = { ...room, bleed: null };
    return (at) => {
      if (at !== media) return set && !set.words ? { ...plain, unseen: true } : plain;
      return set?.media ? { ...plain, filled: set.media } : plain;
    };
  },
  uses: ({ attrs }) => usesOfLink(attrs?.linksTo ?? undefined),
  withUses: (block, change) => {
    const { linksTo } = block.attrs ?? {};
    const link = linksTo ? changedLink(linksTo, change) : linksTo;
    return link === linksTo ? block : { ...block, attrs: { ...block.attrs, linksTo: link } };
  },
  shown: () => ({ width: 0, share: 0, across: false }),
  links: (block) => {
    const { linksTo, linkWords, newWindow } = block.attrs ?? {};
    if (!linksTo) return [];
    return [{ href: linksTo, words: linkWords || titleOf(block), ...(newWindow ? { newWindow: true } : {}) }];
  },
  words: ({ attrs }) => attrs?.linkWords ?? '',
  // How it stands is for its setting to say, which asks for it block by block.
  markup: ({ attrs, content }, { context, each, inside }) => [
    context.placed
      ? element('article', { 'data-item': JSON.stringify(attrs ?? {}) }, ...inside(content))
      : element('article', {}, ...each(content).map((made) => element('div', {}, ...made))),
  ],
});

import type {
  AnyBlock,
  Block,
  PageDocument,
  Picture,
  Position,
  SettingName,
  TogetherSaid,
  Schedule,
} from '@placard/core/page';

let placed = 0;
export const nextId = () => `place-${String(++placed).padStart(4, '0')}`;

export const standing = (position: Position, measure: string, gap = 20) => ({
  id: nextId(),
  position,
  measure,
  gap,
});

export function held(
  type: 'picture' | 'film',
  asset: string,
  position: Position,
  measure: string,
  more: Partial<Picture['attrs']> = {},
): Block {
  return { type, attrs: { ...standing(position, measure), asset, ownAlt: null, ownCaption: null, ...more } };
}

export const text = (words: string): Block => ({ type: 'paragraph', content: runs(words) });

/** Words with *bold*, [links](address), and [links in a new window](address ^). */
export function runs(words: string) {
  return words
    .split(/(\*[^*]+\*|\[[^[\]]+\]\([^()]+\))/)
    .filter(Boolean)
    .map((run) => {
      const link = /^\[([^\]]+)\]\(([^) ]+)( \^)?\)$/.exec(run);
      if (link)
        return {
          type: 'text' as const,
          text: link[1] ?? '',
          marks: [
            { type: 'link' as const, attrs: { href: link[2] ?? '', newWindow: link[3] !== undefined } },
          ],
        };
      if (/^\*.+\*$/.test(run))
        return { type: 'text' as const, text: run.slice(1, -1), marks: [{ type: 'bold' as const }] };
      return { type: 'text' as const, text: run };
    });
}

export const heading = (words: string, level = 2): Block => ({
  type: 'heading',
  attrs: { level },
  content: [{ type: 'text', text: words }],
});
export const list = (...items: string[]): Block => ({
  type: 'bulletList',
  content: items.map((item) => ({ type: 'listItem', content: [{ type: 'paragraph', content: runs(item) }] })),
});
export const numbered = (start: number, ...items: string[]): Block => ({
  type: 'orderedList',
  attrs: { start },
  content: items.map((item) => ({ type: 'listItem', content: [{ type: 'paragraph', content: runs(item) }] })),
});
export const small = (words: string): Block => ({
  type: 'paragraph',
  content: [{ type: 'text', text: words, marks: [{ type: 'small' }] }],
});
/** A block that is shown for a time, or to some. */
export const shown = (block: Block, when: Schedule): Block =>
  ({ ...block, attrs: { ...('attrs' in block ? block.attrs : {}), when } }) as unknown as Block;

type CellContent = Extract<Block, { type: 'table' }>['content'][number]['content'][number]['content'];
/** A cell in which something is placed. */
export const placedIn = (block: Block): CellContent => [block] as unknown as CellContent;
/** A table with heads in its first row; a cell is words, or what stands in it. */
export function table(caption: string, rows: (string | CellContent)[][]): Block {
  return {
    type: 'table',
    attrs: { caption },
    content: rows.map((row, at) => ({
      type: 'tableRow',
      content: row.map((cell) => ({
        type: at === 0 ? 'tableHeader' : 'tableCell',
        content: typeof cell === 'string' ? [{ type: 'paragraph', content: runs(cell) }] : cell,
      })),
    })),
  };
}
export const page = (...content: Block[]): PageDocument => ({ type: 'doc', content });

/** Things set together: what each of them is made of, and where it leads. */
export function together(
  setting: SettingName,
  items: (readonly Block[] | { blocks: readonly Block[]; linksTo: string; linkWords?: string })[],
  said: Partial<TogetherSaid> = {},
  alongside: readonly Block[] = [],
): Block {
  return {
    type: 'together',
    attrs: { key: nextId(), setting, ...said },
    content: [
      ...items.map((item) => {
        const { blocks, ...attrs } = 'blocks' in item ? item : { blocks: item };
        return { type: 'item' as const, attrs, content: [...blocks] as AnyBlock[] };
      }),
      ...(alongside.length > 0
        ? [{ type: 'alongside' as const, content: [...alongside] as AnyBlock[] }]
        : []),
    ],
  };
}

/** Standing copy, by the id of what is kept. */
export const standingCopy = (copy: string): Block => ({
  type: 'standingCopy',
  attrs: { id: nextId(), copy },
});

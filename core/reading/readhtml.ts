import { serializeOuter, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import type { Dropped } from '../embed/dropped.ts';
import { unpack } from '../embed/unpack.ts';
import { kindOf, kinds, type Block } from '../page/kinds/index.ts';
import type { AnyBlock, Kind, Reading, ReadMedia } from '../page/kinds/kind.ts';
import { plainWords, type Inline, type Mark } from '../page/words.ts';
import { MarksOf } from './marks.ts';
import { readFragment } from './tree.ts';
import { Line } from './line.ts';

/** Whole articles, and what word processors make of them. */
const BUDGET = { elements: 200_000, depth: 500 };

/** Elements that begin and end a line of their own (HTML, 15.3: display block and what lies in tables and lists). */
const BLOCKS = new Set(
  `address article aside blockquote body caption center dd details dialog div dl dt fieldset figcaption figure footer
   form header hgroup hr html legend main nav optgroup option pre search section summary table tbody td tfoot th thead
   tr`.split(/\s+/),
);

/** Elements in which nothing is words, and why they are not kept; empty where nobody misses them. */
const SILENT: Readonly<Record<string, string>> = {
  base: '',
  canvas: 'it is drawn by a script',
  colgroup: '',
  datalist: '',
  head: '',
  input: 'it belongs to a form',
  link: '',
  math: 'formulas are not kept',
  meta: '',
  noembed: '',
  noframes: '',
  param: '',
  rp: '',
  script: 'a script can read and change the whole page',
  select: 'it belongs to a form',
  source: '',
  style: '',
  svg: 'a drawing in the code can hold scripts; bring it in as a file',
  template: '',
  textarea: 'it belongs to a form',
  title: '',
  track: '',
};

/** What becomes of elements that are read as something less. */
const LESS: Readonly<Record<string, string>> = {
  del: 'its words are kept, not struck through',
  s: 'its words are kept, not struck through',
  sub: 'its words are kept on the line',
  sup: 'its words are kept on the line',
};

/** How each element is read of which a kind makes something. */
const READERS = new Map<string, Kind<AnyBlock>['reads'][string]>(
  kinds().flatMap(({ reads }) => Object.entries(reads)),
);

/** What foreign HTML is, read as part of a page. */
export interface ReadHtml {
  blocks: Block[];
  /** What it shows, in order; nothing of it was fetched. */
  media: ReadMedia[];
  /** What was not kept, each once, and why. */
  dropped: Dropped[];
}

/** What has to be known besides the HTML. */
export interface ReadContext {
  /** A name for a place, another one each time. */
  newId: () => string;
  /** The address at which it stood, for those that are written from there. */
  base?: string | undefined;
  /** Origins that may be framed over plain http (for development). */
  trustedOrigins?: readonly string[];
}

/**
 * Reads a piece of foreign HTML as blocks of a page. No words are lost; what they look like is, but for what words
 * mean. Nothing in it is run or fetched, and the time it takes grows with its length. Throws TooTangled.
 */
export function readHtml(html: string, context: ReadContext): ReadHtml {
  const root = readFragment(html, BUDGET);
  const media: ReadMedia[] = [];
  const dropped = new Map<string, Dropped>();
  const drop = (what: string, why: string) => void dropped.set(`${what} ${why}`, { what, why });
  const holds = lookingFor();
  const marksOf = new MarksOf(context.base, drop);
  // A first heading within would be a second title of the page.
  const deeper = holds(root, 'h1') ? 1 : 0;
  let marks: readonly Mark[] = [];
  let blocks: AnyBlock[] = [];
  let line = new Line();
  /** True where everything stands in one line, as in a heading. */
  let inOneLine = false;

  const endLine = () => {
    const content = line.take();
    if (content.length > 0) blocks.push({ type: 'paragraph', content });
  };
  const boundary = () => (inOneLine ? line.space() : endLine());
  const visitAll = (parent: Tree.ParentNode) => {
    for (const child of parent.childNodes) visit(child);
  };

  const visit = (node: Tree.Node): void => {
    if (node.nodeName === '#text' && 'value' in node) return line.text(node.value, marks);
    if (!('tagName' in node)) return undefined;
    const name = node.tagName;
    const why = SILENT[name];
    if (why !== undefined) return why === '' ? undefined : drop(`<${name}>`, why);
    if (isHidden(node)) return drop('hidden words', 'visitors did not see them');
    if (LESS[name]) drop(`<${name}>`, LESS[name]);
    if (name === 'br') return inOneLine ? line.space() : line.break();
    const read = READERS.get(name);
    if (read) return taken(read(node, reading), name);
    const outer = marks;
    marks = marksOf.within(node, outer);
    if (BLOCKS.has(name)) boundary();
    if (name === 'q') line.text('“', marks);
    if (name === 'pre') line.asWritten(() => visitAll(node));
    else visitAll(node);
    if (name === 'q') line.text('”', marks);
    if (BLOCKS.has(name)) boundary();
    marks = outer;
    return undefined;
  };

  /** Takes in what a kind has made of an element. */
  const taken = (made: readonly AnyBlock[], name: string): void => {
    // Frames and pictures among words stand behind the line that they are in.
    const among = made.every((block) => kindOf(block).group === 'placement') && name !== 'p';
    if (!among) boundary();
    for (const block of made) {
      if (!inOneLine || kindOf(block).group === 'placement') blocks.push(block);
      else line.add(inlinesOf(block));
    }
    if (!among) boundary();
  };

  /** Reads what lies in an element apart from what is round it. */
  const apart = (element: Tree.Element, oneLine: boolean, itself = false) => {
    const outer = { blocks, line, inOneLine, marks };
    [blocks, line, inOneLine, marks] = [
      [],
      new Line(),
      oneLine,
      itself ? marks : marksOf.within(element, marks),
    ];
    if (itself) visit(element);
    else visitAll(element);
    const content = oneLine ? line.take() : (endLine(), []);
    const made = blocks;
    ({ blocks, line, inOneLine, marks } = outer);
    return { content, others: made };
  };

  const reading: Reading = {
    attribute: (element, name) => element.attrs.find((attribute) => attribute.name === name)?.value,
    elementsIn: ({ childNodes }) => childNodes.filter((child) => 'tagName' in child),
    blocks: (element) => apart(element, false).others,
    words: (element) => apart(element, true),
    read: (element) => apart(element, false, true).others,
    text: (element) => plainWords(apart(element, true).content),
    holds,
    levelOf: (level) => Math.min(4, Math.max(2, level + deeper)),
    frame: (element) => {
      const { frame, findings } = unpack(serializeOuter(element), context.trustedOrigins);
      if (!frame) drop(`<${element.tagName}>`, findings[0]?.says ?? 'nothing in it can be framed');
      return frame;
    },
    newId: context.newId,
    media: (found) => void media.push(found),
    drop,
  };

  visitAll(root);
  endLine();
  return { blocks: standing(blocks), media, dropped: [...dropped.values()] };
}

/** What parts that lie in nothing of their kind lie in then. */
const HOLDERS: Readonly<Record<string, string>> = {
  listItem: 'bulletList',
  tableCell: 'tableRow',
  tableHeader: 'tableRow',
  tableRow: 'table',
};

/** A table that was made of loose parts and has no two cells beside each other is the words in it. */
const unlessThin =
  (given: readonly AnyBlock[]) =>
  (block: AnyBlock): Block[] => {
    const rows = block.type === 'table' && !given.includes(block) ? kindOf(block).children(block) : [];
    const cells = rows.map((row) => kindOf(row).children(row));
    return rows.length > 0 && cells.every((some) => some.length < 2)
      ? (cells.flat().flatMap((cell) => kindOf(cell).children(cell)) as Block[])
      : [block as Block];
  };

/** Parts that lie in nothing, as items in no list and rows in no table, lie in one of their own. */
function standing(blocks: readonly AnyBlock[]): Block[] {
  const put: AnyBlock[] = [];
  /** The part before it in the same holder, as long as nothing else comes between. */
  let open = '';
  for (const block of blocks) {
    const holder = HOLDERS[block.type] ?? '';
    const last = put.at(-1);
    if (holder === '') put.push(block);
    else if (open === holder && last)
      put.splice(-1, 1, { ...last, content: [...(last.content as AnyBlock[]), block] });
    else put.push({ type: holder, content: [block] });
    open = holder;
  }
  return put.some(({ type }) => HOLDERS[type]) ? standing(put) : put.flatMap(unlessThin(blocks));
}

/** The words of a block and of all that it holds, in one line. */
function inlinesOf(block: AnyBlock): Inline[] {
  const children = kindOf(block).children(block);
  return children.length > 0 ? children.flatMap(inlinesOf) : ((block.content ?? []) as Inline[]);
}

/** Tells whether an element of a name lies in another; what was looked at once is known. */
function lookingFor(): (node: Tree.ParentNode, name: string) => boolean {
  const known = new Map<string, WeakMap<Tree.ParentNode, boolean>>();
  const holds = (node: Tree.ParentNode, name: string): boolean => {
    const answers = known.get(name) ?? new WeakMap<Tree.ParentNode, boolean>();
    known.set(name, answers);
    const before = answers.get(node);
    if (before !== undefined) return before;
    const found = node.childNodes.some(
      (child) => 'tagName' in child && (child.tagName === name || holds(child, name)),
    );
    answers.set(node, found);
    return found;
  };
  return holds;
}

const isHidden = ({ attrs }: Tree.Element): boolean =>
  attrs.some(
    ({ name, value }) =>
      name === 'hidden' || (name === 'style' && /(^|;)\s*display\s*:\s*none\b/i.test(value)),
  );

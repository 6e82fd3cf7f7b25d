import { serializeOuter, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { percentDecoded } from '../text/index.ts';
import type { Dropped } from '../embed/dropped.ts';
import { unpack } from '../embed/unpack.ts';
import { kindOf, kinds, type Block } from '../page/kinds/index.ts';
import type { AnyBlock, Kind, Reading, ReadMedia } from '../page/kinds/kind.ts';
import { plainWords, type Inline, type Mark } from '../page/words.ts';
import * as v from 'valibot';
import { isAnchor } from '../page/anchor.ts';
import { ScheduleSchema } from '../page/schedule.ts';
import { MarksOf } from './marks.ts';
import { readFragment } from './tree.ts';
import { withLists } from './fakedlists.ts';
import { Line } from './line.ts';

/** Whole articles, and what word processors make of them. */
export const BUDGET = { elements: 200_000, depth: 500 };

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
};

/** How each element is read of which a kind makes something. */
const READERS = new Map<string, Kind<AnyBlock>['reads'][string][]>();
for (const { reads } of kinds())
  for (const [name, read] of Object.entries(reads)) READERS.set(name, [...(READERS.get(name) ?? []), read]);

/** What foreign HTML is, read as part of a page. */
export interface ReadHtml {
  blocks: Block[];
  /** What it shows, in order; nothing of it was fetched. */
  media: (ReadMedia & { id: string })[];
  /** What was not kept, each once, and why; read strictly, each with its place. */
  dropped: LostPart[];
}

/** Something that is not kept, and where in the code it stands, in UTF-16 units. */
export type LostPart = Dropped & { from?: number; to?: number };

/** What has to be known besides the HTML. */
export interface ReadContext {
  /** A name for a place, another one each time. */
  newId: () => string;
  /** The address at which it stood, for those that are written from there. */
  base?: string | undefined;
  /** Which names of places are kept: those that links in it lead to, or all. */
  anchors?: 'linked' | 'all';
  /** What stands at an element by which a page was written down: something placed, or a small picture. */
  placed?: (element: Tree.Element, reading: Reading) => { block: AnyBlock } | { inline: Inline } | null;
  /** Tells of all that is not kept, attributes and boxes too, and where it stands. */
  strict?: boolean;
  /** Origins that may be framed over plain http (for development). */
  trustedOrigins?: readonly string[];
}

/**
 * Reads a piece of foreign HTML as blocks of a page. No words are lost; what they look like is, but for what words
 * mean. Nothing in it is run or fetched, and the time it takes grows with its length. Throws TooTangled.
 */
export function readHtml(html: string, context: ReadContext): ReadHtml {
  const root = readFragment(html, BUDGET, context.strict);
  const media: ReadHtml['media'] = [];
  const dropped = new Map<string, LostPart>();
  /** What is read just now, for what is dropped of it. */
  let at: Tree.Element | null = null;
  const drop = (what: string, why: string) => {
    const place = at?.sourceCodeLocation;
    const found: LostPart = { what, why, ...(place ? { from: place.startOffset, to: endOf(place) } : {}) };
    dropped.set(`${what} ${why}${context.strict ? ` ${found.from}` : ''}`, found);
  };
  const holds = lookingFor();
  const marksOf = new MarksOf(context.base, drop, context.strict);
  // A first heading within would be a second title of the page.
  const deeper = holds(root, 'h1') ? 1 : 0;
  const linkedTo = placesLinkedTo(root);
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
    at = node;
    const name = node.tagName;
    if (context.strict) for (const lost of attributesLost(node)) drop(...lost);
    const why = SILENT[name];
    if (why !== undefined) return why === '' ? undefined : drop(`<${name}>`, why);
    if (isHidden(node)) return drop('hidden words', 'visitors did not see them');
    if (LESS[name]) drop(`<${name}>`, LESS[name]);
    if (name === 'br') return inOneLine && !context.strict ? line.space() : line.break();
    const placed = context.placed?.(node, reading);
    if (placed && 'inline' in placed) return line.place(placed.inline, marks);
    for (const read of placed ? [] : (READERS.get(name) ?? [])) {
      const made = read(node, reading);
      if (made) return taken(shownWhen(made, node), name);
    }
    if (placed) return taken(shownWhen([placed.block], node), name);
    if (context.strict && UNWRAPPED.has(name))
      drop(`<${name}>`, 'its words are kept, without what is round them');
    const outer = marks;
    marks = marksOf.within(node, outer);
    const apart = apartBy(node);
    const edge = (beside: Tree.Node | undefined) => {
      if (apart === 'line') boundary();
      else if (apart === 'blank' && beside) line.space();
    };
    const round = node.parentNode?.childNodes ?? [];
    edge(apart === 'blank' ? round[round.indexOf(node) - 1] : undefined);
    if (name === 'q') line.text('“', marks);
    if (name === 'pre') line.asWritten(() => visitAll(node));
    else visitAll(node);
    if (name === 'q') line.text('”', marks);
    edge(apart === 'blank' ? round[round.indexOf(node) + 1] : undefined);
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
    anchor: (element) => {
      const name = reading.attribute(element, 'id')?.trim() ?? '';
      return isAnchor(name) && (context.anchors === 'all' || linkedTo.has(name)) ? name : null;
    },
    wordsOf: (block) => plainWords(inlinesOf(block)).trim(),
    marked: (some) =>
      some.some((block) => inlinesOf(block).some((inline) => 'marks' in inline && inline.marks?.length)),
    media: ({ kind, address, alt }) => {
      const found = addressOf(address, context.base);
      if (found === null) {
        drop(kind === 'picture' ? 'a picture' : `a ${kind}`, 'it lies where only its own program finds it');
        return null;
      }
      const id = context.newId();
      media.push({ id, kind, address: found, alt });
      // A picture that is written down itself comes with what was read, not with the page.
      return { id, address: /^data:/i.test(found) ? '' : found };
    },
    drop,
  };

  visitAll(root);
  endLine();
  // Who writes a page's source means what stands there.
  const whole = standing(blocks);
  return { blocks: context.strict ? whole : withLists(whole), media, dropped: [...dropped.values()] };
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

/** Elements that are read as what is in them. */
const UNWRAPPED = new Set(
  `abbr address article aside bdi bdo button center code details dialog div fieldset font footer form header hgroup kbd
   label main mark nav samp search section span strike summary time tt u wbr`.split(/\s+/),
);

/** The attributes that are read, by the elements that have them. */
const ATTRIBUTES: Readonly<Record<string, readonly string[]>> = {
  a: ['href', 'target', 'rel'],
  blockquote: ['cite'],
  article: ['data-item'],
  div: ['data-alongside'],
  figure: ['data-placement'],
  section: ['data-together'],
  img: ['alt', 'src', 'data-src', 'data-small', 'align', 'width', 'height'],
  ol: ['start', 'type', 'reversed'],
  li: ['value'],
  source: ['src', 'type'],
  td: ['colspan', 'rowspan', 'align', 'data-colwidth'],
  th: ['colspan', 'rowspan', 'align', 'data-colwidth', 'scope'],
};
/** Those that any element may have. */
const ANYWHERE = new Set(['id', 'data-from', 'data-until', 'data-hidden', 'data-ours']);
/** What is read of a style, by its declarations. */
const STYLES =
  /^(?:(?:font-weight|font-style|text-align|float|(?:margin|padding)-(?:left|inline-start)):|vertical-align:(?:super|sub|baseline)$)/i;

/** What nobody reads of an element's own attributes. */
function attributesLost({ tagName, attrs }: Tree.Element): [what: string, why: string][] {
  if (['iframe', 'object', 'embed', 'video', 'audio', 'script'].includes(tagName)) return [];
  return attrs.flatMap(({ name, value }): [string, string][] => {
    if (ANYWHERE.has(name) || ATTRIBUTES[tagName]?.includes(name)) return [];
    if (name !== 'style') return [[`${name} of <${tagName}>`, 'pages have no such attribute']];
    const lost = value
      .split(';')
      .map((declaration) => declaration.replace(/\s+/g, ''))
      .filter((declaration) => declaration !== '' && !STYLES.test(declaration))
      .map((declaration) => declaration.split(':')[0] ?? '');
    return lost.length === 0
      ? []
      : [[`${lost.join(', ')} of <${tagName}>`, 'how things look is for the site to say']];
  });
}

/** Where an element's first tag ends in the code, or what there is of it. */
const endOf = (place: NonNullable<Tree.Element['sourceCodeLocation']>): number =>
  place.startTag?.endOffset ?? place.endOffset;

/** Blocks with when they are shown, as a page writes it down for itself. */
function shownWhen(blocks: readonly AnyBlock[], { attrs }: Tree.Element): AnyBlock[] {
  const said = (name: string) => attrs.find((attribute) => attribute.name === `data-${name}`)?.value;
  const when = {
    ...(said('from') ? { from: said('from') } : {}),
    ...(said('until') ? { until: said('until') } : {}),
    ...(said('hidden') === undefined ? {} : { hidden: true }),
    ...(said('ours') === undefined ? {} : { ours: true }),
  };
  if (Object.keys(when).length === 0 || !v.is(ScheduleSchema, when)) return [...blocks];
  return blocks.map((block) => ({ ...block, attrs: { ...block.attrs, when } }));
}

/** The names of places that links lead to in what is read. */
function placesLinkedTo(root: Tree.ParentNode): Set<string> {
  const names = new Set<string>();
  const look = (node: Tree.ParentNode) => {
    for (const child of node.childNodes) {
      if (!('tagName' in child)) continue;
      const href = child.tagName === 'a' && child.attrs.find(({ name }) => name === 'href')?.value.trim();
      if (href && href.startsWith('#')) names.add(percentDecoded(href.slice(1)));
      look(child);
    }
  };
  look(root);
  return names;
}

/** The longest address that a picture is kept by; longer ones are the picture itself. */
const LONGEST_ADDRESS = 2000;

/** Where something lies, written in full; null where nobody but its own program finds it. A picture that is written down itself stays as it is. */
function addressOf(written: string, base: string | undefined): string | null {
  const address = written.trim();
  if (/^data:/i.test(address)) return address;
  if (!URL.canParse(address, base)) return null;
  const { protocol, href } = new URL(address, base);
  return (protocol === 'https:' || protocol === 'http:') && href.length <= LONGEST_ADDRESS ? href : null;
}

/** How an inline style says that an element is displayed (CSS Display 3); empty for nothing. */
const displayOf = ({ attrs }: Tree.Element): string =>
  /(?:^|;)\s*display\s*:\s*([\w-]+)/i
    .exec(attrs.find(({ name }) => name === 'style')?.value ?? '')?.[1]
    ?.toLowerCase() ?? '';

/** What makes an element a line of its own. */
const DISPLAYED_APART = new Set([
  'block',
  'flex',
  'grid',
  'table',
  'list-item',
  'flow-root',
  'table-row',
  'table-cell',
  'table-caption',
]);
/** How far apart what sets its elements beside each other has them: each on a line of its own, or among words as words are. */
const SETS_APART: Readonly<Record<string, 'line' | 'blank'>> = {
  flex: 'line',
  grid: 'line',
  'inline-flex': 'blank',
  'inline-grid': 'blank',
};

/** What parts an element from what is beside it: by what it is, by its style, or by the style of what it lies in. */
function apartBy(element: Tree.Element): 'line' | 'blank' | null {
  if (BLOCKS.has(element.tagName) || DISPLAYED_APART.has(displayOf(element))) return 'line';
  const { parentNode } = element;
  return (parentNode !== null && 'tagName' in parentNode && SETS_APART[displayOf(parentNode)]) || null;
}

const isHidden = ({ attrs }: Tree.Element): boolean =>
  attrs.some(
    ({ name, value }) =>
      name === 'hidden' || (name === 'style' && /(^|;)\s*display\s*:\s*none\b/i.test(value)),
  );

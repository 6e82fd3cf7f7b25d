import type { DefaultTreeAdapterTypes as Tree } from 'parse5';
import { withoutShareMarks } from '../text/index.ts';
import { isLinkAddress } from '../page/link.ts';
import type { Mark } from '../page/words.ts';

const BOLD = new Set(['b', 'strong']);
const ITALIC = new Set(['cite', 'dfn', 'em', 'i', 'var']);

/** What an element says of the words in it: said by its name, or by the style that programs write on it. */
export class MarksOf {
  readonly #base: string | undefined;
  readonly #drop: (what: string, why: string) => void;

  readonly #windows: boolean;

  /**
   * `base` is the address at which they stood; `drop` is told of what is taken from addresses; `windows` keeps that a
   * link opens a new one.
   */
  constructor(base: string | undefined, drop: (what: string, why: string) => void, windows = false) {
    this.#windows = windows;
    this.#base = base;
    this.#drop = drop;
  }

  /** The marks of words in an element, from those round it. */
  within(element: Tree.Element, round: readonly Mark[]): readonly Mark[] {
    const { tagName, attrs } = element;
    const attribute = (name: string) => attrs.find((other) => other.name === name)?.value ?? '';
    const style = attribute('style');
    let marks = round;
    marks = turned(marks, 'bold', boldBy(style) ?? (BOLD.has(tagName) || undefined));
    marks = turned(marks, 'italic', italicBy(style) ?? (ITALIC.has(tagName) || undefined));
    if (tagName === 'small') marks = turned(marks, 'small', true);
    const raised = raisedBy(tagName, style);
    if (raised !== undefined) {
      marks = turned(marks, 'superscript', raised === 'superscript');
      marks = turned(marks, 'subscript', raised === 'subscript');
    }
    if (tagName !== 'a') return marks;
    const href = this.#addressOf(attribute('href'));
    return href === null
      ? marks
      : [
          ...marks.filter(({ type }) => type !== 'link'),
          {
            type: 'link',
            attrs: {
              href,
              ...(this.#windows && attribute('target') === '_blank' ? { newWindow: true } : {}),
            },
          },
        ];
  }

  #addressOf(href: string): string | null {
    const written = href.trim();
    if (written === '') return null;
    const base = this.#base;
    const address =
      base !== undefined && URL.canParse(written, base)
        ? new URL(written, base).href
        : written.startsWith('//')
          ? `https:${written}`
          : written;
    if (!isLinkAddress(address)) {
      this.#drop(`a link to ${written.slice(0, 120)}`, whyNoLink(address));
      return null;
    }
    const plain = withoutShareMarks(address);
    for (const mark of plain.marks)
      this.#drop(mark.slice(0, 120), 'it only tells by whom a link was passed on');
    return plain.address;
  }
}

/** The marks with one switched on or off; undefined leaves it. */
function turned(
  marks: readonly Mark[],
  type: Exclude<Mark['type'], 'link'>,
  on: boolean | undefined,
): readonly Mark[] {
  const has = marks.some((mark) => mark.type === type);
  if (on === undefined || on === has) return marks;
  return on ? [...marks, { type }] : marks.filter((mark) => mark.type !== type);
}

/** What an inline style says of the weight of words (CSS Fonts); undefined for nothing. */
function boldBy(style: string): boolean | undefined {
  const said = /(?:^|;)\s*font-weight\s*:\s*(\w+)/i.exec(style)?.[1]?.toLowerCase();
  if (said === undefined || said === 'inherit') return undefined;
  return said === 'bold' || said === 'bolder' || Number(said) >= 600;
}

function italicBy(style: string): boolean | undefined {
  const said = /(?:^|;)\s*font-style\s*:\s*(\w+)/i.exec(style)?.[1]?.toLowerCase();
  if (said === undefined || said === 'inherit') return undefined;
  return said === 'italic' || said === 'oblique';
}

/** Where letters stand to their line: by the element, or by the style of its words (CSS 2, 10.8.1); undefined for nothing. */
function raisedBy(tagName: string, style: string): 'superscript' | 'subscript' | 'baseline' | undefined {
  const said = /(?:^|;)\s*vertical-align\s*:\s*([\w-]+)/i.exec(style)?.[1]?.toLowerCase();
  if (said === 'super' || said === 'sub') return said === 'super' ? 'superscript' : 'subscript';
  if (tagName !== 'sup' && tagName !== 'sub') return undefined;
  if (said === 'baseline') return 'baseline';
  return tagName === 'sup' ? 'superscript' : 'subscript';
}

/** Why an address is no link of a page. */
function whyNoLink(address: string): string {
  const scheme = /^([a-z][a-z0-9+.-]*):/i.exec(address)?.[1]?.toLowerCase();
  if (scheme === undefined) return 'where it leads depends on the page that it stood in';
  return /^(javascript|data|vbscript)$/.test(scheme)
    ? 'it runs something'
    : `pages lead to web and mail addresses, not to ${scheme}:`;
}

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
    const address =
      this.#base !== undefined && URL.canParse(written, this.#base)
        ? new URL(written, this.#base).href
        : written;
    if (!isLinkAddress(address)) return null;
    const plain = withoutShareMarks(address);
    for (const mark of plain.marks)
      this.#drop(mark.slice(0, 120), 'it only tells by whom a link was passed on');
    return plain.address;
  }
}

/** The marks with one switched on or off; undefined leaves it. */
function turned(
  marks: readonly Mark[],
  type: 'bold' | 'italic' | 'small',
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

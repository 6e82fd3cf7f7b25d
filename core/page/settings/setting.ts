import { element, type Element, type Markup, type Style } from '../../markup/index.ts';
import type { Alongside } from '../kinds/alongside.ts';
import { partsOf, type Item } from '../kinds/item.ts';
import type { RenderContext, RoomContext } from '../kinds/kind.ts';
import { linked } from '../link.ts';
import { NARROW, type AvailableWidth } from '../availablewidth.ts';
import { besideBleed } from '../standing.ts';
import type { SettingName, TogetherSaid } from '../together.ts';

/** Things set together, as their settings look at them. */
export interface Things {
  attrs: TogetherSaid;
  items: readonly Item[];
  alongside: Alongside | null;
}

/** The markup of one thing, block by block, and what of it is what. */
export interface Made {
  item: Item;
  blocks: readonly (readonly Markup[])[];
}

/** What the markup of things set together is made from. */
export interface SettingPlace {
  context: RenderContext;
  room: AvailableWidth;
  things: Things;
  /** What each of them is made of, and the words beside a side note. */
  made: readonly Made[];
  alongside: readonly Markup[];
}

/** How things stand: the style of what they lie in and of each of them; and what is laid before and behind what each shows. */
export interface Looks {
  list: Style;
  item: (at: number) => Style;
  before?: (at: number) => Markup[];
  after?: (at: number) => Markup[];
}

/** One way in which several things stand together: a file of its own here, and its name in the list of them. */
export interface Setting {
  readonly name: SettingName;
  /** Whether it makes sense for some things. */
  fits(items: readonly Item[]): boolean;
  /** The room that each of them has, by its place, and how what it shows fills that. */
  rooms(things: Things, room: AvailableWidth, context: RoomContext): (at: number) => AvailableWidth;
  /** The room of the words beside them, where those do not stand behind. */
  beside?(things: Things, room: AvailableWidth): AvailableWidth;
  /** How they stand, on the desk as well as outside. */
  looks(things: Things, room: AvailableWidth, context: RenderContext): Looks;
  /** How they stand on the desk, where they lie in their own order, and the words beside them among them. */
  desk?(things: Things, room: AvailableWidth, context: RenderContext): Looks;
  /** What visitors get. */
  markup(place: SettingPlace): Element[];
}

/** The same things, not turned round. */
export const inOrder = (things: Things): Things => ({ ...things, attrs: { ...things.attrs, turned: null } });

/** The space between what is set together where nothing is said, in CSS pixels. */
const GAP = 20;
export const gapIn = ({ gap }: TogetherSaid, usual = GAP): number => gap ?? usual;

/** The space above and below all of it, in CSS pixels. */
const ROUND = 20;

/** Where all of it stands in its page: in the column, or as wide as the screen up to the widest measure. */
export function wholeStyle(
  { attrs }: Things,
  room: AvailableWidth,
  { screen = '100vw' }: RenderContext,
): Style {
  if (!attrs.across || room.bleed === null) return { clear: 'both', margin: `${ROUND}px 0` };
  return { clear: 'both', margin: `${ROUND}px ${besideBleed(room.bleed, screen)}` };
}

/** A share of what it lies in, on wide screens, and all of it on narrow ones; never narrower than a few words (CSS). */
export function fallingWidth(share: number, less: number, screen = '100vw', least = '6em'): string {
  return `clamp(max(min(100%,${least}),100% * ${number(share)} - ${number(less + 0.1)}px),(${NARROW}px - ${screen}) * 999,100%)`;
}

/** One length on narrow screens, another on wide ones, whichever is larger (CSS). */
export const onNarrow = (narrow: string, wide: string, screen = '100vw'): string =>
  `max(min(${narrow},(${NARROW - 0.01}px - ${screen}) * 99999),min(${wide},(${screen} - ${NARROW - 0.01}px) * 99999))`;

/** A number as CSS writes it. */
export const number = (value: number): string => String(Math.round(value * 10_000) / 10_000);

/** A list that is no list of points. */
export const BARE_LIST: Style = { 'list-style': 'none', padding: '0' };

/** The element in which a thing's markup was made, with each block in one of its own. */
export const madeOf = (item: Item, article: Markup | undefined): Made => ({
  item,
  blocks:
    typeof article === 'object'
      ? article.children.map((block) => (typeof block === 'object' ? block.children : []))
      : [],
});

/** True where markup holds something that is pressed. */
export const isPressed = (markup: readonly Markup[]): boolean =>
  markup.some(
    (part) =>
      typeof part === 'object' &&
      (['a', 'button', 'iframe', 'video', 'audio'].includes(part.tag) || isPressed(part.children)),
  );

/** The name of a heading's place in its page, for what is called by it. */
export function idOf(heading: Markup | undefined): string | null {
  const id = typeof heading === 'object' ? heading.attributes['id'] : null;
  return typeof id === 'string' ? id : null;
}

/** What a thing says of where it leads; null where that is nowhere. */
export function linkIn({ attrs }: Item): { href: string; newWindow: boolean; words: string } | null {
  if (!attrs?.linksTo) return null;
  return { href: attrs.linksTo, newWindow: Boolean(attrs.newWindow), words: attrs.linkWords?.trim() ?? '' };
}

/** A title as the link of what it is the title of, where nothing else is said to be and nothing in it is pressed. */
export function titleLeading(
  heading: Markup,
  item: Item,
  context: RenderContext,
  more: (link: Markup) => Markup = (link) => link,
): Markup {
  const link = linkIn(item);
  if (!link || link.words !== '' || typeof heading === 'string' || isPressed(heading.children))
    return heading;
  return { ...heading, children: linked(link, heading.children, context).map(more) };
}

/** The words of a thing's link, in a line of their own; nothing where its title is the link. */
export function linkLine(item: Item | undefined, context: RenderContext): Markup[] {
  const link = item && linkIn(item);
  return link && link.words !== '' ? [element('p', {}, ...linked(link, [link.words], context))] : [];
}

/** All blocks of a thing in their order, and where it leads. */
export function allOf({ item, blocks }: Made, context: RenderContext): Markup[] {
  const { title } = partsOf(item);
  return [
    ...blocks.flatMap((block, at) =>
      at === title ? block.map((part) => titleLeading(part, item, context)) : block,
    ),
    ...linkLine(item, context),
  ];
}

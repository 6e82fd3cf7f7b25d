import { termless } from '../naming/title.ts';

/** One piece of advice on an alt text, with the success criterion, technique or failure of WCAG 2.2 it rests on. */
export interface AltAdvice {
  rule:
    | 'file-name'
    | 'says-image'
    | 'repeats-caption'
    | 'too-long'
    | 'too-short'
    | 'all-capitals'
    | 'same-as-another'
    | 'same-as-neighbour'
    | 'says-nothing-of-link'
    | 'decorative-link'
    | 'decorative-captioned';
  says: string;
  basis: string;
}

/** Where a picture stands, as far as its alt text depends on that. */
export interface AltContext {
  caption?: string;
  /** Said to show nothing that the words round it do not say. */
  decorative?: boolean;
  /** Titles of other pictures whose alt text is the same. */
  twins?: readonly string[];
  /** One entry for each page that it stands in. */
  places?: readonly AltPlace[];
}

export interface AltPlace {
  /** The page's title. */
  title: string;
  /** Alt texts of the pictures before and after it. */
  neighbours: readonly string[];
  /** Where a press on it leads: an address, or a page's title; null where it is no link. */
  linksTo: string | null;
}

/** Advice on an alt text as it stands, aware of where it stands. An empty text gets none, unless it is empty on purpose. */
export function altAdvice(alt: string, context: AltContext = {}): AltAdvice[] {
  const text = alt.trim();
  const { caption = '', decorative = false, twins = [], places = [] } = context;
  if (decorative) return ofDecorative(caption, places);
  if (text === '') return [];
  return [...ofText(text, caption), ...ofPlaces(text, twins, places)];
}

function ofDecorative(caption: string, places: readonly AltPlace[]): AltAdvice[] {
  const link = places.find(({ linksTo }) => linksTo !== null);
  const advice: AltAdvice[] = [];
  if (link)
    advice.push({
      rule: 'decorative-link',
      says: `In “${link.title}” it is a link, and a link without words leads nowhere one could know of.`,
      basis: 'WCAG F89',
    });
  if (caption.trim() !== '')
    advice.push({
      rule: 'decorative-captioned',
      says: 'It has a caption, so somebody thought that it says something. Say what it shows.',
      basis: 'WCAG F38',
    });
  return advice;
}

function ofText(text: string, caption: string): AltAdvice[] {
  const advice: AltAdvice[] = [];
  if (/\.(jpe?g|png|webp|avif|gif|svg|tiff?|heic)$/i.test(text) || termless(text)) {
    advice.push({
      rule: 'file-name',
      says: 'This reads like a file name. Say what is to be seen.',
      basis: 'WCAG F30',
    });
  }
  if (/^(an?\s+)?(image|picture|photo|photograph|graphic|icon)\s+(of|showing)\b/i.test(text)) {
    advice.push({
      rule: 'says-image',
      says: 'Screen readers already say that it is an image. Begin with what it shows.',
      basis: 'WCAG H37',
    });
  }
  if (caption.trim() !== '' && alike(text, caption)) {
    advice.push({
      rule: 'repeats-caption',
      says: 'The caption says the same; it would be read out twice.',
      basis: 'WCAG 1.1.1',
    });
  }
  if (/\p{Lu}{2}/u.test(text) && text.length > 12 && text === text.toUpperCase()) {
    advice.push({
      rule: 'all-capitals',
      says: 'Written in capitals it may be spelled out letter by letter.',
      basis: 'WCAG 3.1.5',
    });
  }
  if (text.length > 250) {
    advice.push({
      rule: 'too-long',
      says: 'Long for one breath. Keep the point here and put the rest in the long description.',
      basis: 'WCAG H45',
    });
  } else if (!/\s/.test(text) && text.length < 12) {
    advice.push({ rule: 'too-short', says: 'One word rarely says what matters here.', basis: 'WCAG 1.1.1' });
  }
  return advice;
}

function ofPlaces(text: string, twins: readonly string[], places: readonly AltPlace[]): AltAdvice[] {
  const advice: AltAdvice[] = [];
  if (twins.length > 0)
    advice.push({
      rule: 'same-as-another',
      says: `“${twins[0]}”${twins.length > 1 ? ` and ${twins.length - 1} more` : ''} says the very same. Say what tells them apart.`,
      basis: 'WCAG 1.1.1',
    });
  const echo = places.find(({ neighbours }) => neighbours.some((other) => alike(other, text)));
  if (echo)
    advice.push({
      rule: 'same-as-neighbour',
      says: `In “${echo.title}” the picture next to it says the same, and it would be read out twice.`,
      basis: 'WCAG H2',
    });
  const mute = places.find(({ linksTo }) => linksTo !== null && !tellsOf(text, linksTo));
  if (mute)
    advice.push({
      rule: 'says-nothing-of-link',
      says: `In “${mute.title}” it leads to ${mute.linksTo}, and the text says nothing of that. There it is the link’s name.`,
      basis: 'WCAG H30',
    });
  return advice;
}

const wordsOf = (text: string) =>
  text
    .normalize('NFKC')
    .toLowerCase()
    .split(/[^\p{L}\p{M}\p{N}]+/u)
    .filter((word) => word !== '');
const alike = (one: string, two: string) => {
  const words = wordsOf(one).join(' ');
  return words !== '' && words === wordsOf(two).join(' ');
};

/** Whether any word that tells something stands both in a text and in the name or address of a target. */
function tellsOf(text: string, target: string): boolean {
  const there = new Set(
    wordsOf(target.replace(/^[a-z]+:\/\/[^/]+\/?/i, '')).filter((word) => word.length > 3),
  );
  return there.size === 0 || wordsOf(text).some((word) => there.has(word));
}

import { generate, parse, walk } from 'css-tree';
import { simplestRatio } from '../geometry/ratio.ts';
import type { FrameShape } from './frame.ts';

const WIDEST = 10_000;

/** Reads declarations of a style attribute (CSS Style Attributes) into property → value; bad CSS gives nothing. */
export function readStyle(style: string): Map<string, string> {
  const found = new Map<string, string>();
  if (style.length > 5000 || !style.includes(':')) return found;
  try {
    walk(parse(style, { context: 'declarationList' }), (node) => {
      if (node.type === 'Declaration') found.set(node.property.toLowerCase(), generate(node.value).trim());
    });
  } catch {
    return found;
  }
  return found;
}

/**
 * A length of HTML or CSS, or a number in the braces of a program that writes HTML, in whole CSS pixels; undefined for
 * percentages, other units and nonsense.
 */
function pixels(text: string | undefined): number | undefined {
  const match = /^\s*\{?(\d{1,6}(?:\.\d{1,4})?)(?:px)?\}?\s*$/i.exec(text ?? '');
  if (!match) return undefined;
  const value = Math.round(Number(match[1]));
  return value >= 1 && value <= WIDEST ? value : undefined;
}

function ratioOf(style: Map<string, string>): FrameShape | undefined {
  const declared = /^(\d{1,5}(?:\.\d{1,4})?)(?:\s*\/\s*(\d{1,5}(?:\.\d{1,4})?))?$/.exec(
    style.get('aspect-ratio') ?? '',
  );
  if (declared) return fromQuotient(Number(declared[1]) / Number(declared[2] ?? 1));
  const padded = /^(\d{1,3}(?:\.\d{1,6})?)%$/.exec(
    style.get('padding-bottom') ?? style.get('padding-top') ?? '',
  );
  return padded ? fromQuotient(100 / Number(padded[1])) : undefined;
}

function fromQuotient(quotient: number): FrameShape | undefined {
  if (!(quotient >= 0.1 && quotient <= 10)) return undefined;
  const ratio = simplestRatio(quotient);
  const scale = Math.max(1, Math.round(640 / ratio.width));
  return { kind: 'ratio', width: ratio.width * scale, height: ratio.height * scale };
}

/**
 * Works out the room a frame takes from its own attributes and style, and from the
 * styles of the wrappers round it (innermost first), else as the host's answer said. 16:9 where nothing says otherwise.
 * Only films keep their ratio: words that break anew in a narrower frame are cut where it gets less high as well.
 */
export function frameShape(
  attributes: Map<string, string>,
  wrapperStyles: readonly string[],
  told: { width?: number | undefined; height?: number | undefined } = {},
): FrameShape {
  const film = playsFilms(attributes);
  const own = readStyle(attributes.get('style') ?? '');
  const width = pixels(attributes.get('width')) ?? pixels(own.get('width'));
  const height = pixels(attributes.get('height')) ?? pixels(own.get('height'));
  if (width && height)
    return film || isFilms(width / height) ? { kind: 'ratio', width, height } : { kind: 'height', height };
  const wrapped = [own, ...wrapperStyles.map(readStyle)].map(ratioOf).find((shape) => shape !== undefined);
  if (wrapped) return wrapped;
  const [wide, high] = [pixels(String(told.width ?? '')), pixels(String(told.height ?? ''))];
  if (!height && wide && high && (film || isFilms(wide / high)))
    return { kind: 'ratio', width: wide, height: high };
  const alone = height ?? high;
  if (alone) return { kind: 'height', height: alone };
  return { kind: 'ratio', width: 640, height: 360 };
}

/** The ratios that films have. */
const FILMS = [16 / 9, 4 / 3, 21 / 9, 9 / 16];

const isFilms = (ratio: number): boolean => FILMS.some((film) => Math.abs(ratio / film - 1) < 0.02);

/** True for a frame that asks for what only films need. */
const playsFilms = (attributes: Map<string, string>): boolean =>
  attributes.has('allowfullscreen') ||
  /\b(?:autoplay|encrypted-media|fullscreen|picture-in-picture)\b/i.test(attributes.get('allow') ?? '');

/** True for what takes no room: a frame of a pixel, or one that is not shown and waits for no script to show it. */
export function isHidden(attributes: Map<string, string>): boolean {
  const own = readStyle(attributes.get('style') ?? '');
  const size = (name: string) => (own.get(name) ?? attributes.get(name) ?? '').trim();
  const tiny = (text: string) => /^[01](?:\.0+)?(?:px)?$/.test(text);
  if (tiny(size('width')) && tiny(size('height'))) return true;
  const waits = [...attributes.keys()].some((name) => name.startsWith('data-'));
  return !waits && (own.get('display') === 'none' || own.get('visibility') === 'hidden');
}

import * as v from 'valibot';
import { element, toHtml, type Element } from '../markup/index.ts';
import { escapeHtml } from '../text/index.ts';
import { joinPolicies, policyLine, type Policy } from './csp.ts';
import { policySource } from './host.ts';

/** The longest code that is kept in a box, in UTF-16 units. */
export const LONGEST_BOXED = 30_000;

/** At how many widths a box may have been measured. */
const MOST_HEIGHTS = 16;
/** How high a box is that nobody has measured, in CSS pixels. */
export const UNMEASURED = 420;

const pixels = v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(10_000));
const OriginSchema = v.pipe(
  v.string(),
  v.maxLength(300),
  v.check((origin) => policySource(origin) === origin, 'This is no origin of the web.'),
);

/** What code names, read out of it once (`namedIn`): its policy is made of that wherever it stands. */
const NamedSchema = v.object({
  /** The origins that it loads from, or spells out in its scripts. */
  origins: v.pipe(v.array(OriginSchema), v.maxLength(100)),
  /** The addresses of its scripts. */
  scripts: v.pipe(v.array(v.pipe(v.string(), v.maxLength(4096), v.regex(/^https?:\/\//))), v.maxLength(100)),
  /** Its own scripts and handlers, each by what it says (CSP3, hash-source). */
  hashes: v.pipe(v.array(v.pipe(v.string(), v.regex(/^'sha256-[A-Za-z0-9+/]{43}='$/))), v.maxLength(1000)),
  /** Some of those are handlers of events. */
  handlers: v.boolean(),
});
export type Named = v.InferOutput<typeof NamedSchema>;

/** Foreign code that a script draws, kept in a frame of its own that can reach nothing of the page. */
export const BoxedSchema = v.object({
  code: v.pipe(v.string(), v.minLength(1), v.maxLength(LONGEST_BOXED)),
  title: v.pipe(v.string(), v.minLength(1), v.maxLength(400)),
  named: NamedSchema,
  /** How high it was at which widths of its own, narrowest first; nothing where nobody has measured it. */
  heights: v.pipe(v.array(v.object({ width: pixels, height: pixels })), v.maxLength(MOST_HEIGHTS)),
  /** How high it is at every width, where somebody said so. */
  height: v.optional(v.nullable(pixels)),
  /** Origins that it may ask besides those that its code names. */
  sources: v.pipe(v.array(OriginSchema), v.maxLength(20)),
  /** Its links open in windows of their own. */
  popups: v.boolean(),
});

export type Boxed = v.InferOutput<typeof BoxedSchema>;

/** The origins that a box may ask: those that its code names, and those that it was given. */
export const boxOrigins = ({ named, sources }: Pick<Boxed, 'named' | 'sources'>): string[] =>
  [...new Set([...named.origins, ...sources])].sort();

/**
 * What a box may do and load (CSP3). It stands inside the box; where a page has a policy of its own, that must allow the
 * same, since the box inherits it. Scripts that stand in the code are named by what they say, so that no other runs.
 */
export function boxPolicy(boxed: Pick<Boxed, 'named' | 'sources'>): Policy {
  const origins = boxOrigins(boxed);
  const { hashes, handlers } = boxed.named;
  const allowed: Policy = {
    'script-src': [...origins, ...hashes, ...(handlers ? ["'unsafe-hashes'"] : [])],
    'style-src': ["'unsafe-inline'", ...origins],
    'img-src': ['data:', ...origins],
    'font-src': ['data:', ...origins],
    'media-src': origins,
    'connect-src': origins,
    'frame-src': origins,
  };
  // What nothing is asked of is left out: the box allows nothing by itself, and a page need not be told.
  return joinPolicies([
    Object.fromEntries(Object.entries(allowed).filter(([, sources]) => sources.length > 0)),
  ]);
}

/** The document in a box: its policy, and exactly the foreign code. */
export function boxDocument(boxed: Boxed, policy = boxPolicy(boxed)): string {
  return `${boxHead(policyLine(policy))}${boxed.code}`;
}

const [HEAD_BEGINS, HEAD_ENDS] = [
  '<!doctype html><meta charset="utf-8"><meta http-equiv="Content-Security-Policy" content="default-src \'none\'; ',
  "; base-uri 'none'; form-action 'none'\"><style>html,body{margin:0}</style>\n",
];

const boxHead = (policy: string): string => `${HEAD_BEGINS}${escapeHtml(policy)}${HEAD_ENDS}`;

/** The code in a document that is one of our boxes, and the origins that it names; null for any other. */
export function codeInBox(document: string): { code: string; origins: string[] } | null {
  const ends = document.indexOf(HEAD_ENDS);
  if (!document.startsWith(HEAD_BEGINS) || ends < 0) return null;
  const policy = document.slice(HEAD_BEGINS.length, ends);
  const origins = policy.split(/[\s;]+/).filter((word) => policySource(word) === word);
  return { code: document.slice(ends + HEAD_ENDS.length), origins: [...new Set(origins)].sort() };
}

/** The heights of a box, narrowest first, as they count: at every width the same where somebody said so. */
const heightsOf = ({ heights, height }: Pick<Boxed, 'heights' | 'height'>): Boxed['heights'] =>
  height ? [{ width: 1, height }] : heights.toSorted((a, b) => a.width - b.width);

/** True for a thing that keeps its ratio between two widths: pictures and films, and nothing with words. */
const keepsRatio = (a: Boxed['heights'][number], b: Boxed['heights'][number]): boolean =>
  Math.abs((a.height * b.width) / (a.width * b.height) - 1) < 0.01;

/**
 * How high a box has to be that is so wide, in CSS pixels: between two widths that were measured the greater height of
 * both, since words may break anew anywhere between; in proportion where it is a thing of one ratio; beyond them, as at
 * the last.
 */
export function heightAt(boxed: Pick<Boxed, 'heights' | 'height'>, width: number): number {
  const sorted = heightsOf(boxed);
  const below = sorted.findLast((measured) => measured.width <= width);
  const above = sorted.find((measured) => measured.width >= width);
  if (!below || !above) return (below ?? above)?.height ?? UNMEASURED;
  if (above.width === below.width) return above.height;
  if (!keepsRatio(below, above)) return Math.max(below.height, above.height);
  const part = (width - below.width) / (above.width - below.width);
  return Math.ceil(below.height + (above.height - below.height) * part);
}

/**
 * The same as a length of its own style, by the width that it really has (CSS Containment 3, `cqw`), without a script or
 * a media query: `clamp(0px, 100cqw - a, b - a)` is how far that lies on the way from a to b. What holds the box has to
 * be a container.
 */
export function boxHeight(boxed: Pick<Boxed, 'heights' | 'height'>): string {
  const sorted = heightsOf(boxed);
  const [first] = sorted;
  if (!first) return `${UNMEASURED}px`;
  const parts = sorted.slice(1).flatMap((to, at) => {
    const from = sorted[at]!;
    const by = to.height - from.height;
    if (by === 0) return [];
    // Higher from the first pixel beyond the narrower of them on; lower only when it is as wide as the other.
    const [begins, ends] = keepsRatio(from, to)
      ? [from.width, to.width]
      : by > 0
        ? [from.width, from.width + 1]
        : [to.width - 1, to.width];
    const slope = Math.round((Math.abs(by) / (ends - begins)) * 10_000) / 10_000;
    return [` ${by > 0 ? '+' : '-'} clamp(0px,100cqw - ${begins}px,${ends - begins}px) * ${slope}`];
  });
  return parts.length === 0 ? `${first.height}px` : `calc(${first.height}px${parts.join('')})`;
}

/** A box as one iframe element, as high as it has to be where it stands in a container (`boxHeight`). */
export function boxMarkup(boxed: Boxed, policy?: Policy): Element {
  return element('iframe', {
    srcdoc: boxDocument(boxed, policy),
    title: boxed.title,
    style: { display: 'block', width: '100%', height: boxHeight(boxed), border: '0' },
    loading: 'lazy',
    referrerpolicy: 'strict-origin-when-cross-origin',
    sandbox: [
      'allow-scripts',
      ...(boxed.popups ? ['allow-popups', 'allow-popups-to-escape-sandbox'] : []),
    ].join(' '),
  });
}

/** The same as HTML, as high as `UNMEASURED` says. Reading it back with `unpack` gives the same. */
export const boxToHtml = (boxed: Boxed, policy?: Policy): string =>
  toHtml(boxMarkup({ ...boxed, heights: [], height: null }, policy));

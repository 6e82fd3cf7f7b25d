import { DESK, PHONE } from '../geometry/screens.ts';
import * as v from 'valibot';
import { element, toHtml, type Element } from '../markup/index.ts';
import { escapeHtml } from '../text/index.ts';
import { joinPolicies, policyLine, type Policy } from './csp.ts';
import { policySource } from './host.ts';

/** The longest code that is kept in a box, in UTF-16 units. */
export const LONGEST_BOXED = 30_000;

/** The screens that the heights of a box are worked out for, in CSS pixels; between 599 and 600 what stands beside words goes under them. */
const SCREENS = [320, PHONE, 599, 600, 768, DESK] as const;

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
  heights: v.pipe(v.array(v.object({ width: pixels, height: pixels })), v.maxLength(8)),
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

/** How high a box has to be that is so wide: between two widths that were measured, in proportion; beyond them, as at the last. */
export function heightAt(heights: Boxed['heights'], width: number): number {
  const sorted = heights.toSorted((a, b) => a.width - b.width);
  const below = sorted.findLast((measured) => measured.width <= width);
  const above = sorted.find((measured) => measured.width >= width);
  if (!below || !above) return (below ?? above)?.height ?? UNMEASURED;
  const part = above.width === below.width ? 0 : (width - below.width) / (above.width - below.width);
  return Math.ceil(below.height + (above.height - below.height) * part);
}

/**
 * A height that changes with the screen, without a script or a media query: `steps` say how high it is on which screens,
 * narrowest first; between two of them it is in proportion. `clamp(0px, 100vw - a, b - a)` is how far a screen lies on
 * the way from a to b.
 */
export function steppedHeight(
  steps: readonly { screen: number; height: number }[],
  screen = '100vw',
): string {
  const [first] = steps;
  if (!first) return `${UNMEASURED}px`;
  const parts = steps.slice(1).flatMap((to, at) => {
    const from = steps[at]!;
    const slope = Math.round(((to.height - from.height) / (to.screen - from.screen)) * 10_000) / 10_000;
    if (slope === 0) return [];
    const way = `clamp(0px,${screen} - ${from.screen}px,${to.screen - from.screen}px)`;
    return [` ${slope > 0 ? '+' : '-'} ${way} * ${Math.abs(slope)}`];
  });
  return parts.length === 0 ? `${first.height}px` : `calc(${first.height}px${parts.join('')})`;
}

/** A box as one iframe element; `widthOn` says how wide it is on a screen. */
export function boxMarkup(
  boxed: Boxed,
  {
    screen,
    widthOn = () => 0,
    policy,
  }: { screen?: string | undefined; widthOn?: (screen: number) => number; policy?: Policy } = {},
): Element {
  const steps =
    boxed.heights.length === 0
      ? []
      : SCREENS.map((at) => ({ screen: at, height: heightAt(boxed.heights, widthOn(at)) }));
  return element('iframe', {
    srcdoc: boxDocument(boxed, policy),
    title: boxed.title,
    style: { display: 'block', width: '100%', height: steppedHeight(steps, screen), border: '0' },
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
  toHtml(boxMarkup({ ...boxed, heights: [] }, policy ? { policy } : {}));

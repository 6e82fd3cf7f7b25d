import { sha256 } from '@noble/hashes/sha2.js';
import { utf8ToBytes } from '@noble/hashes/utils.js';
import * as v from 'valibot';
import { element, toHtml, type Element } from '../markup/index.ts';
import { escapeHtml } from '../text/index.ts';
import { readFragment } from '../reading/tree.ts';
import { BUDGET } from './budget.ts';
import { joinPolicies, policyLine, type Policy } from './csp.ts';
import { policySource } from './host.ts';
import { attributesOf } from './nodes.ts';
import { scriptsIn, survey, type Survey } from './survey.ts';

/** The longest code that is kept in a box, in UTF-16 units. */
export const LONGEST_BOXED = 30_000;

/** The screens that the heights of a box are worked out for, in CSS pixels; between 599 and 600 what stands beside words goes under them. */
const SCREENS = [320, 390, 599, 600, 768, 1280] as const;

/** How high a box is that nobody has measured, in CSS pixels. */
export const UNMEASURED = 420;

const pixels = v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(10_000));
const OriginSchema = v.pipe(
  v.string(),
  v.maxLength(300),
  v.check((origin) => policySource(origin) === origin, 'This is no origin of the web.'),
);

/** Foreign code that a script draws, kept in a frame of its own that can reach nothing of the page. */
export const BoxedSchema = v.object({
  code: v.pipe(v.string(), v.minLength(1), v.maxLength(LONGEST_BOXED)),
  title: v.pipe(v.string(), v.minLength(1), v.maxLength(400)),
  /** How high it was at which widths of its own, narrowest first; nothing where nobody has measured it. */
  heights: v.pipe(v.array(v.object({ width: pixels, height: pixels })), v.maxLength(8)),
  /** Origins that it may ask besides those that its code names. */
  sources: v.pipe(v.array(OriginSchema), v.maxLength(20)),
  /** Its links open in windows of their own. */
  popups: v.boolean(),
});

export type Boxed = v.InferOutput<typeof BoxedSchema>;

/** Attributes in which code names what it loads. */
const LOADS = ['src', 'data-src', 'href', 'poster', 'data'];
const ADDRESS = /(?:https?:)?\/\/[a-z0-9.-]{1,253}(?::\d{1,5})?/gi;

/** The origins that code names: what it loads, and what its own scripts spell out. */
export function namedOrigins(found: Survey): string[] {
  const raw = [
    ...found.elements
      .filter(({ tagName }) => tagName !== 'a')
      .flatMap((element) => LOADS.map((name) => attributesOf(element).get(name) ?? '')),
    ...scriptsIn(found).flatMap(({ text }) => text.match(ADDRESS) ?? []),
  ];
  const origins = raw.flatMap((address) => {
    if (!/^(?:https?:)?\/\//i.test(address.trim())) return [];
    return policySource(address.trim().replace(/^\/\//, 'https://')) ?? [];
  });
  return [...new Set(origins)].sort();
}

/** The addresses of the scripts that code loads. */
export const scriptAddresses = (code: string): string[] =>
  scriptsIn(surveyed(code)).flatMap(({ src }) => {
    const address = (src ?? '').replace(/^\/\//, 'https://');
    return policySource(address) === null ? [] : [new URL(address).href];
  });

const hashed = (text: string): string =>
  `'sha256-${btoa(String.fromCharCode(...sha256(utf8ToBytes(text.toWellFormed()))))}'`;

/** What was read last: a box is asked several things one after another. */
let last: Survey | undefined;

const surveyed = (code: string): Survey =>
  last?.code === code ? last : (last = survey(code, readFragment(code, BUDGET), []));

/** The origins that a box may ask: those that its code names, and those that it was given. */
export const boxOrigins = ({ code, sources }: Pick<Boxed, 'code' | 'sources'>): string[] =>
  [...new Set([...namedOrigins(surveyed(code)), ...sources])].sort();

/**
 * What a box may do and load (CSP3). It stands inside the box; where a page has a policy of its own, that must allow the
 * same, since the box inherits it. Scripts that stand in the code are named by what they say, so that no other runs.
 */
export function boxPolicy({ code, sources }: Pick<Boxed, 'code' | 'sources'>): Policy {
  const found = surveyed(code);
  const origins = [...new Set([...namedOrigins(found), ...sources])].sort();
  const inline = scriptsIn(found).flatMap(({ src, text }) =>
    src === null && text !== '' ? [hashed(text)] : [],
  );
  const handlers = found.elements.flatMap(({ attrs }) =>
    attrs.filter(({ name }) => /^on/i.test(name)).map(({ value }) => hashed(value)),
  );
  const allowed: Policy = {
    'script-src': [...origins, ...inline, ...handlers, ...(handlers.length > 0 ? ["'unsafe-hashes'"] : [])],
    'style-src': ["'unsafe-inline'", ...origins],
    'img-src': ['data:', ...origins],
    'font-src': ['data:', ...origins],
    'media-src': origins,
    'connect-src': origins,
    'frame-src': origins,
  };
  return joinPolicies([allowed]);
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

import type { DefaultTreeAdapterTypes as Tree } from 'parse5';
import type { Finding } from '../../proof/finding.ts';
import { readFragment } from '../../reading/tree.ts';
import { plainLine } from '../../text/index.ts';
import { codeInBox, LONGEST_BOXED, type Boxed } from '../boxed.ts';
import { BUDGET } from '../budget.ts';
import { boxChoice, type Choice } from '../choice.ts';
import { linkAddress } from '../linkaddress.ts';
import { namedIn } from '../namedin.ts';
import { attributesOf } from '../nodes.ts';
import { droppedBut, linksIn, named, scriptsIn, type Script, type Survey } from '../survey.ts';
import { titleOf } from '../titleof.ts';
import type { Form, Made } from './form.ts';
import { cardOf } from './link.ts';

export const WHY_BOX =
  'Only a script can draw it: that runs in a box of its own, which reaches neither your page nor your visitors’ storage.';

/** What a script is given out by: its own address, or the first that it spells out; null where it names none. */
export function hostOfScript({ src, text }: Script): string | null {
  const spelt =
    src ?? /(?:https?:)?\/\/[a-z0-9][a-z0-9.-]{0,253}(?::\d{1,5})?[^\s"'`\\<>)]{0,300}/i.exec(text)?.[0];
  return spelt === undefined ? null : linkAddress(spelt);
}

/** The first script that loads something from a host, and that host's address; null where none does. */
export function scriptOf(found: Survey): { script: Script; address: string } | null {
  for (const script of scriptsIn(found)) {
    const address = hostOfScript(script);
    if (address !== null) return { script, address };
  }
  return null;
}

/** A box as it is made first: nobody has measured it, and it was given nothing. */
const boxedFrom = (code: string, title: string): Boxed => ({
  code,
  title,
  named: namedIn(code),
  heights: [],
  sources: [],
  popups: false,
});

/** The box that holds a code from the first of some elements to the last; null where it is too long to be kept. */
export function boxOf(
  found: Survey,
  elements: readonly Tree.Element[],
  title: string,
  why = WHY_BOX,
): Choice | null {
  const code = asKept(sliceOf(found, withStyles(found, elements)));
  if (code === '' || code.length > LONGEST_BOXED) return null;
  return boxChoice(boxedFrom(code, plainLine(title, 400)), why);
}

/** The same with the style sheets of the code: what they dress stands in the box. */
const withStyles = (found: Survey, elements: readonly Tree.Element[]): Tree.Element[] => [
  ...elements,
  ...named(found, 'style', 'link').filter((element) => {
    const rel = attributesOf(element).get('rel') ?? '';
    return element.tagName === 'style' || /(?:^|\s)stylesheet(?:\s|$)/i.test(rel);
  }),
];

/** Code as every parser reads it back from an attribute: its lines end in one way, and nothing in it is no letter. */
const asKept = (code: string): string =>
  code.replaceAll('\0', '').replace(/\r\n?/g, '\n').toWellFormed().trim();

/** The code as it is written, from the first of the outermost elements in which some lie to the last. */
function sliceOf({ code, root }: Survey, elements: readonly Tree.Element[]): string {
  const outer = new Set(elements.map(outermost));
  const indices = root.childNodes.flatMap((node, at) => (outer.has(node as Tree.Element) ? [at] : []));
  const [first, last] = [indices[0], indices.at(-1)];
  if (first === undefined || last === undefined) return '';
  // Read again for where each stands: the nodes are the same ones in the same order.
  const placed = readFragment(code, BUDGET, true).childNodes;
  const from = placed[first]?.sourceCodeLocation?.startOffset;
  const to = placed[last]?.sourceCodeLocation?.endOffset;
  return from === undefined || to === undefined ? '' : code.slice(from, to);
}

function outermost(element: Tree.Element): Tree.Element {
  let at = element;
  while (at.parentNode && 'tagName' in at.parentNode) at = at.parentNode;
  return at;
}

/** A box, and what else can be made of the same code; or why none can be. */
export function boxMade(
  found: Survey,
  elements: readonly Tree.Element[],
  title: string,
  others: readonly Choice[] = [],
): Made {
  const box = boxOf(found, elements, title);
  const kept = new Map(
    (box ? withStyles(found, elements) : []).map((element) => [outermost(element), 'whole'] as const),
  );
  const tooLong = {
    rule: 'box-too-long',
    severity: 'stop',
    says: `The script’s code is longer than ${LONGEST_BOXED.toLocaleString('en')} characters, and is not kept in a box.`,
    remedy: 'Ask the host for a shorter code, or link to it.',
  } as const;
  return {
    choices: [...(box ? [box] : []), ...others],
    dropped: droppedBut(found, kept),
    findings: [...(box ? [] : [tooLong]), ...overHttp(found)],
  };
}

/** What is said where a script is asked for in a way that pages of today refuse (W3C, Mixed Content). */
function overHttp(found: Survey): Finding[] {
  const plain = scriptsIn(found).find(
    ({ src }) =>
      src !== null &&
      /^http:/i.test(src) &&
      URL.canParse(src) &&
      !found.trusted.includes(new URL(src).origin),
  );
  if (!plain?.src) return [];
  return [
    {
      rule: 'script-over-http',
      severity: 'warn',
      says: `The script is asked for over http, so that browsers do not load it into a page that came over https.`,
      remedy: `Ask ${new URL(plain.src).host} for a code that begins with https://.`,
    },
  ];
}

/** A frame whose page is written inside the code: that is foreign code like any other, and stays in a box. */
export const box: Form = {
  id: 'box',
  make: (found) => {
    const [frame] = named(found, 'iframe').filter((element) => attributesOf(element).get('srcdoc')?.trim());
    if (!frame) return null;
    const attributes = attributesOf(frame);
    const written = attributes.get('srcdoc') ?? '';
    const ours = codeInBox(written);
    const code = ours?.code ?? asKept(written);
    if (code.length > LONGEST_BOXED || code.trim() === '') return null;
    const title = titleOf(found, attributes, null);
    const boxed = boxedFrom(code, title || 'Content in a box');
    const asked = boxChoice(boxed, WHY_BOX);
    const sources = (ours?.origins ?? []).filter((origin) => !asked.origins.includes(origin)).slice(0, 20);
    const popups = (attributes.get('sandbox') ?? '').includes('allow-popups-to-escape-sandbox');
    const choice = boxChoice({ ...boxed, sources, popups: ours !== null && popups }, WHY_BOX);
    return { choices: [choice], dropped: droppedBut(found, new Map([[frame, 'whole']])), findings: [] };
  },
};

/** A script by itself, which writes where it stands. */
export const script: Form = {
  id: 'script',
  make: (found) => {
    const given = scriptOf(found);
    if (!given) return null;
    const scripts = scriptsIn(found).map(({ element }) => element);
    const [link] = linksIn(found).filter(({ href }) => linkAddress(href) !== null);
    const host = new URL(given.address).host;
    const title =
      titleOf(found, attributesOf(given.script.element), null) || link?.words || `Content from ${host}`;
    const others = link ? [cardOf(linkAddress(link.href) ?? given.address, title, '')] : [];
    return boxMade(found, link ? [...scripts, link.element] : scripts, title, others);
  },
};

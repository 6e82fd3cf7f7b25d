import type { DefaultTreeAdapterTypes as Tree } from 'parse5';
import type { Finding } from '../../proof/finding.ts';
import { writtenAttributes } from '../../markup/index.ts';
import { plainLine } from '../../text/index.ts';
import { frameAddress, isPrivateHost } from '../address.ts';
import { frameChoice, type Choice } from '../choice.ts';
import { attributeReason, elementReason, type Dropped } from '../dropped.ts';
import { frameMarkup, type Frame } from '../frame.ts';
import { ancestorsOf, attributesOf, describe } from '../nodes.ts';
import { leastPermissions, leastSandbox } from '../power.ts';
import { frameShape, isHidden } from '../shape.ts';
import { droppedBut, named, scriptsIn, type Survey } from '../survey.ts';
import { captionOf, titleOf } from '../titleof.ts';
import { boxOf } from './box.ts';
import type { Form, Made } from './form.ts';
import { cardOfFrame } from './link.ts';

/** The host's own frame, whatever stands round it (HTML, iframe). */
export const frame: Form = {
  id: 'frame',
  make: (found) => {
    const frames = named(found, 'iframe');
    if (frames.length === 0) return framesLater(found);
    // A page written inside the code has no address: another form reads that.
    const addressed = frames.filter(
      (element) => effectiveSource(element) !== '' || !attributesOf(element).has('srcdoc'),
    );
    return addressed.length === 0 ? null : framesMade(found, addressed, effectiveSource);
  },
};

/** Elements of which a program would have made frames, where nothing in the code does. */
function framesLater(found: Survey): Made | null {
  if (scriptsIn(found).length > 0) return null;
  const addressOf = (element: Tree.Element) =>
    LATER.map((name) => attributesOf(element).get(name) ?? '').find(isAddress);
  const later = found.elements.filter(
    (element) => BECOMES_A_FRAME.has(element.tagName) && addressOf(element) !== undefined,
  );
  return later.length === 0 ? null : framesMade(found, later, (element) => addressOf(element) ?? '');
}

/** The choices of elements that frame something: each that can be framed, first that which comes first. */
export function framesMade(
  found: Survey,
  elements: readonly Tree.Element[],
  sourceOf: (element: Tree.Element) => string,
): Made {
  const refused: Dropped[] = [];
  const refusals: Finding[] = [];
  const framed: { element: Tree.Element; url: URL; dropped: Dropped[] }[] = [];
  for (const element of elements) {
    const attributes = attributesOf(element);
    if (isHidden(attributes)) {
      refused.push({ what: describe(element), why: 'a frame that nobody sees counts your visitors' });
      continue;
    }
    const address = frameAddress(sourceOf(element), found.trusted);
    if ('url' in address) {
      if (framed.length > 0) refused.push({ what: describe(element), why: elementReason('iframe') });
      framed.push({ element, url: address.url, dropped: address.dropped });
      continue;
    }
    refused.push({ what: describe(element), why: address.refused });
    refusals.push({
      rule: 'frame-refused',
      severity: 'stop',
      says: `A frame was not kept: ${address.refused}.`,
      remedy: 'Ask the host for a code whose frame begins with https://.',
    });
  }
  const [first] = framed;
  const kept = new Map(elements.map((element) => [element, 'whole'] as const));
  const round = droppedBut(found, kept);
  if (!first) return { choices: [], dropped: [...refused, ...round], findings: refusals };
  const rebuilt = framed.map(({ element, url }) => rebuild(found, element, url));
  const [best] = rebuilt;
  const choices = rebuilt.map(({ frame: made }, at) =>
    frameChoice(made, at === 0 ? WHY : 'Another frame that stands in the same code.'),
  );
  const card = cardOfFrame(found, best!.frame);
  // The built-in readers of PDF are plug-ins to a sandbox (HTML, 4.8.5): nothing would show in it.
  if (isPdf(first.url) || attributesOf(first.element).get('type')?.trim().toLowerCase() === 'application/pdf')
    return { choices: [card], dropped: [...refused, ...round], findings: [...refusals, PDF] };
  return {
    choices: [...choices, ...boxOfFrame(found, elements, best!.frame.title), card],
    dropped: [...best!.dropped, ...first.dropped, ...refused, ...round],
    findings: [...refusals, ...best!.findings],
  };
}

const isPdf = ({ pathname }: URL): boolean => /\.pdf$/i.test(pathname);

const PDF = {
  rule: 'document-in-frame',
  severity: 'note',
  says: 'This is a PDF, and browsers show none in a frame that is kept in bounds.',
  remedy:
    'Link to it by a card, or bring it in by its address in Gather, and set it in the page as a document.',
} as const;

/**
 * A frame beside a script of its host: that mostly gives the frame its height, which it tells by a message. In a box both
 * are alive, and the box is as high as they come out.
 */
function boxOfFrame(found: Survey, frames: readonly Tree.Element[], title: string): Choice[] {
  const scripts = scriptsIn(found);
  if (scripts.length === 0) return [];
  const elements = [...frames, ...scripts.map(({ element }) => element)];
  const box = boxOf(
    found,
    elements,
    title,
    'Its script gives the frame its height: in a box both work, and the height is measured.',
  );
  return box ? [box] : [];
}

const WHY =
  'The host gives a frame: what is in it runs on its own address, and your page stays free of its code.';

function rebuild(
  found: Survey,
  element: Tree.Element,
  url: URL,
): { frame: Frame; dropped: Dropped[]; findings: Finding[] } {
  const findings: Finding[] = [];
  const attributes = attributesOf(element);
  const sandbox = leastSandbox(attributes.get('sandbox'));
  const permissions = leastPermissions(attributes.get('allow'), attributes.has('allowfullscreen'));
  const wrappers = ancestorsOf(element)
    .toReversed()
    .map((ancestor) => attributesOf(ancestor).get('style') ?? '');
  const title = titleOf(found, attributes, url) || captionOf(element);
  if (title === '')
    findings.push({
      rule: 'frame-title-missing',
      severity: 'warn',
      says: 'The frame has no title, so a screen reader can only say where it comes from.',
      remedy: 'Say in a few words what is in it (WCAG 4.1.2).',
    });
  if (isPrivateHost(url.hostname) && !found.trusted.includes(url.origin))
    findings.push({
      rule: 'private-host',
      severity: 'warn',
      says: `${url.host} can be reached only from inside a network.`,
      remedy: 'Use the address that visitors can reach.',
    });
  const made: Frame = {
    src: url.href,
    title: title === '' ? plainLine(`Content from ${url.host}`) : title,
    shape: frameShape(attributes, wrappers, found.told),
    sandbox: sandbox.tokens,
    permissions: permissions.permissions,
  };
  const markup = frameMarkup(made);
  const written = new Map(writtenAttributes(markup));
  const dropped = [...attributes]
    .filter(([name, value]) => written.get(name) !== value && !KEPT_IN_SUBSTANCE.has(name))
    .map(([name, value]) => ({
      what: plainLine(value === '' ? name : `${name}="${value}"`, 120),
      why: attributeReason(name),
    }));
  return { frame: made, dropped: [...dropped, ...sandbox.dropped, ...permissions.dropped], findings };
}

// Their parts are judged one by one, or they live on in another form.
const KEPT_IN_SUBSTANCE = new Set(
  'src title allow sandbox width height loading referrerpolicy data type'.split(' '),
);

/** Where scripts that load late keep the address until then. */
const WAITING = ['data-src', 'data-lazy-src', 'data-iframe-src', 'data-original', 'data-url'];
/** Elements that stand for a frame until it is wanted, and what they keep its address in. */
const BECOMES_A_FRAME = new Set(['div', 'span', 'section', 'figure', 'p']);
const LATER = ['data-src', 'data-lazy-src', 'data-iframe-src', 'data-iframe', 'data-embed-src'];

/** The address that an element keeps for later: under one of the usual names, else under whatever name it is data. */
function waitingIn(attributes: ReadonlyMap<string, string>): string | undefined {
  const usual = WAITING.map((name) => attributes.get(name)?.trim() ?? '').find((value) => value !== '');
  return (
    usual ?? [...attributes].find(([name, value]) => name.startsWith('data-') && isAddress(value))?.[1].trim()
  );
}

const isAddress = (value: string): boolean => /^\s*(?:https?:)?\/\/[^\s]+\s*$/i.test(value);

/** The address a browser would load, or the one a lazy-loading script would have put there. */
function effectiveSource(element: Tree.Element): string {
  const attributes = attributesOf(element);
  const source = attributes.get('src')?.trim() ?? '';
  if (source !== '' && !/^(?:about:blank|data:|#)/i.test(source)) return source;
  return waitingIn(attributes) ?? source;
}

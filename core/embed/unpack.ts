import { defaultTreeAdapter, html as namespaces, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { plainLine } from '../text/index.ts';
import type { Finding } from '../proof/finding.ts';
import { readFragment, TooTangled } from '../reading/tree.ts';
import { frameAddress, isPrivateHost } from './address.ts';
import { codeInText, straightened } from './aswritten.ts';
import { attributeReason, elementReason, type Dropped } from './dropped.ts';
import { writtenAttributes } from '../markup/index.ts';
import { frameMarkup, frameToHtml, type Frame } from './frame.ts';
import { leastPermissions, leastSandbox } from './power.ts';
import { frameShape } from './shape.ts';

/** The longest code that is read, in UTF-16 units. Embed codes are a few hundred. */
export const LONGEST_CODE = 100_000;
/** Embed codes have a few elements; whole articles with one in them a few thousand. */
const BUDGET = { elements: 10_000, depth: 400 };
/** How many times over code is unescaped. */
const MOST_ESCAPED = 3;

/** What came out of pasted code. `html` is empty when nothing in it can be embedded. */
export interface Unpacked {
  html: string;
  /** The same as `html`, as a value; null when nothing can be embedded. */
  frame: Frame | null;
  dropped: Dropped[];
  /** The origins a visitor's browser will talk to first (RFC 6454 serialisation). */
  origins: string[];
  /** What the site's Content-Security-Policy must say (CSP3): directive → sources. */
  csp: Record<string, string[]>;
  findings: Finding[];
}

interface Place {
  element: Tree.Element;
  ancestors: Tree.Element[];
}

/**
 * Takes pasted code apart (HTML parsing algorithm) and builds its first usable frame anew
 * from an allow-list. Never throws: whatever the code is, the answer says what became of it.
 * Unpacking the answer's own html gives the same html.
 *
 * `trustedOrigins` may be framed over plain http (exact origins, for development).
 */
export function unpack(code: string, trustedOrigins: readonly string[] = []): Unpacked {
  if (code.length > LONGEST_CODE) {
    return nothing(
      'code-too-long',
      `This is ${code.length.toLocaleString('en')} characters long; an embed code is a few hundred.`,
      'Copy only the embed code from the host’s page.',
    );
  }
  try {
    const { root, dropped } = readAsWritten(code);
    return takeApart(root, dropped, trustedOrigins);
  } catch (error) {
    if (!(error instanceof TooTangled)) throw error;
    return nothing(
      'code-too-tangled',
      `This is no embed code. ${error.message}`,
      'Copy only the embed code from the host’s page.',
    );
  }
}

/** Code as its host wrote it, whatever became of it on the way: quotes bent, or the whole of it escaped. */
function readAsWritten(code: string): { root: Tree.DocumentFragment; dropped: Dropped[] } {
  const dropped: Dropped[] = [];
  const read = (text: string) => {
    const straight = straightened(text);
    if (straight !== text)
      dropped.push({
        what: 'curly quotes',
        why: 'a word processor bent them; they were read as straight ones',
      });
    return readFragment(straight, BUDGET);
  };
  let root = read(code);
  for (let times = 0; times < MOST_ESCAPED && survey(root).places.length === 0; times++) {
    const inside = codeInText(root);
    if (inside === null) break;
    if (times === 0)
      dropped.push({ what: '&lt;', why: 'the code had been written out as text; it was read as code' });
    root = read(inside);
  }
  return { root, dropped };
}

function takeApart(
  root: Tree.DocumentFragment,
  noted: readonly Dropped[],
  trustedOrigins: readonly string[],
): Unpacked {
  const { places, dropped } = survey(root);
  dropped.unshift(...noted);
  const refusals: Finding[] = [];
  let chosen: { place: Place; url: URL; dropped: Dropped[] } | undefined;
  for (const place of places) {
    if (chosen) {
      dropped.push({ what: describe(place.element), why: elementReason('iframe') });
      continue;
    }
    const attributes = attributesOf(place.element);
    const address = frameAddress(effectiveSource(attributes), trustedOrigins);
    if ('url' in address) {
      chosen = { place, url: address.url, dropped: address.dropped };
    } else {
      dropped.push({ what: describe(place.element), why: address.refused });
      refusals.push({
        rule: 'frame-refused',
        severity: 'stop',
        says: `A frame was not kept: ${address.refused}.`,
        remedy: 'Ask the host for a code whose frame begins with https://.',
      });
    }
  }
  if (!chosen) {
    const empty = nothing(
      'nothing-to-embed',
      'There is no frame in this that can be embedded.',
      'Copy the host’s embed code, the one with <iframe in it.',
    );
    return { ...empty, dropped, findings: refusals.length > 0 ? refusals : empty.findings };
  }
  return rebuild(chosen.place, chosen.url, [...chosen.dropped, ...dropped], refusals, trustedOrigins);
}

function rebuild(
  place: Place,
  url: URL,
  droppedElsewhere: Dropped[],
  findings: Finding[],
  trustedOrigins: readonly string[],
): Unpacked {
  const attributes = attributesOf(place.element);
  const sandbox = leastSandbox(attributes.get('sandbox'));
  const permissions = leastPermissions(attributes.get('allow'), attributes.has('allowfullscreen'));
  const wrappers = place.ancestors.toReversed().map((ancestor) => attributesOf(ancestor).get('style') ?? '');
  const title = plainLine(attributes.get('title') ?? '');
  if (title === '') {
    findings.push({
      rule: 'frame-title-missing',
      severity: 'warn',
      says: 'The frame has no title, so a screen reader can only say where it comes from.',
      remedy: 'Say in a few words what is in it (WCAG 4.1.2).',
    });
  }
  if (isPrivateHost(url.hostname) && !trustedOrigins.includes(url.origin)) {
    findings.push({
      rule: 'private-host',
      severity: 'warn',
      says: `${url.host} can be reached only from inside a network.`,
      remedy: 'Use the address that visitors can reach.',
    });
  }
  const frame: Frame = {
    src: url.href,
    title: title === '' ? plainLine(`Content from ${url.host}`) : title,
    shape: frameShape(attributes, wrappers),
    sandbox: sandbox.tokens,
    permissions: permissions.permissions,
  };
  const written = new Map(writtenAttributes(frameMarkup(frame)));
  const dropped = [...attributes]
    .filter(([name, value]) => written.get(name) !== value && !KEPT_IN_SUBSTANCE.has(name))
    .map(([name, value]) => ({
      what: plainLine(value === '' ? name : `${name}="${value}"`, 120),
      why: attributeReason(name),
    }));
  return {
    html: frameToHtml(frame),
    frame,
    dropped: [...dropped, ...sandbox.dropped, ...permissions.dropped, ...droppedElsewhere],
    origins: [url.origin],
    csp: { 'frame-src': [url.origin] },
    findings,
  };
}

// Their parts are judged one by one, or they live on in another form.
const KEPT_IN_SUBSTANCE = new Set([
  'src',
  'title',
  'allow',
  'sandbox',
  'width',
  'height',
  'loading',
  'referrerpolicy',
]);

/** The address a browser would load, or the one a lazy-loading script would have put there. */
function effectiveSource(attributes: Map<string, string>): string {
  const source = attributes.get('src')?.trim() ?? '';
  const waiting = attributes.get('data-src')?.trim() ?? '';
  return (source === '' || source === 'about:blank') && waiting !== '' ? waiting : source;
}

/** Walks the tree once: the frames in order, and everything else as dropped. */
function survey(root: Tree.DocumentFragment): { places: Place[]; dropped: Dropped[] } {
  const places: Place[] = [];
  const dropped: Dropped[] = [];
  const drop = (what: string, why: string) => {
    if (dropped.length < 200) dropped.push({ what: plainLine(what, 120), why });
  };
  const waiting = root.childNodes.toReversed();
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    if (defaultTreeAdapter.isElementNode(node)) {
      if (node.tagName === 'iframe' && node.namespaceURI === namespaces.NS.HTML) {
        places.push({ element: node, ancestors: ancestorsOf(node) });
        continue;
      }
      drop(describe(node), elementReason(node.tagName));
      for (const { name, value } of node.attrs) {
        if (/^on/i.test(name)) drop(`${name}="${value}"`, attributeReason(name));
      }
      if (!SWALLOWED.has(node.tagName)) waiting.push(...node.childNodes.toReversed());
    } else if (defaultTreeAdapter.isCommentNode(node)) {
      drop(`<!--${node.data}-->`, elementReason('#comment'));
    } else if (defaultTreeAdapter.isTextNode(node) && node.value.trim() !== '') {
      drop(node.value, 'words round the frame; put them in your own text');
    }
  }
  return { places, dropped };
}

// Their contents are named with them.
const SWALLOWED = new Set(['script', 'style', 'template', 'textarea', 'title', 'xmp', 'noframes']);

function ancestorsOf(element: Tree.Element): Tree.Element[] {
  const ancestors: Tree.Element[] = [];
  for (
    let node = element.parentNode;
    node && ancestors.length < 50;
    node = 'parentNode' in node ? node.parentNode : null
  ) {
    if (defaultTreeAdapter.isElementNode(node)) ancestors.unshift(node);
  }
  return ancestors;
}

function attributesOf(element: Tree.Element): Map<string, string> {
  return new Map(element.attrs.map(({ name, value }) => [name, value]));
}

/** An element as a reader recognises it in the code: its name and what it points to. */
function describe(element: Tree.Element): string {
  const attributes = attributesOf(element);
  const telling = ['src', 'srcdoc', 'href', 'style', 'class', 'id'].find((name) => attributes.has(name));
  return plainLine(
    telling ? `<${element.tagName} ${telling}="${attributes.get(telling)}">` : `<${element.tagName}>`,
    120,
  );
}

function nothing(rule: string, says: string, remedy: string): Unpacked {
  return {
    html: '',
    frame: null,
    dropped: [],
    origins: [],
    csp: {},
    findings: [{ rule, severity: 'stop', says, remedy }],
  };
}

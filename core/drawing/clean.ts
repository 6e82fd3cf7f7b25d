import { SaxesParser, type SaxesTagNS } from 'saxes';
import { filteringOf, tooMuchEffort, type Drawn } from './effort.ts';
import { naturalSize, pixelsOf, written, type DrawingSize } from './length.ts';
import { inertDeclarations, inertSheet, isInertValue } from './style.ts';

/** What is no drawing, or cannot be read as XML; the message can be shown as it is. */
export class UnreadableDrawing extends Error {}

/** A drawing with nothing in it that runs, loads or tells. */
export interface CleanDrawing {
  svg: string;
  /** How large it is by itself. */
  size: DrawingSize;
  /** Names of what was left out, each once. */
  dropped: string[];
}

/** How a drawing is to be written. */
interface Wishes {
  /** So many pixels wide and high, whatever it is by itself. */
  size?: { width: number; height: number };
  /** Well-formed XML that is written into it as its metadata. */
  metadata?: string;
}

const SVG = 'http://www.w3.org/2000/svg';
const XLINK = 'http://www.w3.org/1999/xlink';

const words = (text: string) => new Set(text.trim().split(/\s+/));

/** Elements of static SVG (SVG 2, without scripting, animation, linking and foreign objects). */
const ELEMENTS = words(`
  svg g defs symbol use switch path rect circle ellipse line polyline polygon text tspan textPath title desc
  linearGradient radialGradient stop clipPath mask pattern marker image style filter
  feBlend feColorMatrix feComponentTransfer feComposite feConvolveMatrix feDiffuseLighting feDisplacementMap
  feDistantLight feDropShadow feFlood feFuncA feFuncB feFuncG feFuncR feGaussianBlur feMerge feMergeNode
  feMorphology feOffset fePointLight feSpecularLighting feSpotLight feTile feTurbulence`);

const ATTRIBUTES = words(`
  id class style x y x1 y1 x2 y2 cx cy r rx ry fx fy fr width height d points viewBox preserveAspectRatio transform
  pathLength offset gradientUnits gradientTransform spreadMethod patternUnits patternContentUnits patternTransform
  clipPathUnits maskUnits maskContentUnits markerUnits markerWidth markerHeight refX refY orient dx dy rotate
  textLength lengthAdjust startOffset method spacing side version lang
  filterUnits primitiveUnits in in2 result mode type values tableValues slope intercept amplitude exponent operator
  k1 k2 k3 k4 order kernelMatrix divisor bias targetX targetY edgeMode kernelUnitLength preserveAlpha surfaceScale
  diffuseConstant specularConstant specularExponent limitingConeAngle azimuth elevation z pointsAtX pointsAtY
  pointsAtZ scale xChannelSelector yChannelSelector stdDeviation radius baseFrequency numOctaves seed stitchTiles
  fill fill-opacity fill-rule stroke stroke-width stroke-opacity stroke-linecap stroke-linejoin stroke-miterlimit
  stroke-dasharray stroke-dashoffset opacity color stop-color stop-opacity clip-path clip-rule mask filter
  flood-color flood-opacity lighting-color color-interpolation color-interpolation-filters display visibility
  overflow paint-order vector-effect shape-rendering text-rendering image-rendering mix-blend-mode isolation
  font-family font-size font-style font-weight font-variant font-stretch letter-spacing word-spacing
  text-anchor text-decoration dominant-baseline alignment-baseline baseline-shift writing-mode direction
  marker-start marker-mid marker-end transform-origin aria-label aria-hidden role
  systemLanguage requiredFeatures requiredExtensions`);

/** Attributes whose value is one length, or several. */
const LENGTHS = words(`
  x y x1 y1 x2 y2 cx cy r rx ry fx fy fr width height dx dy textLength startOffset refX refY markerWidth markerHeight
  stroke-width stroke-dashoffset stroke-dasharray font-size letter-spacing word-spacing baseline-shift`);

/** The most text that is read, entities written out. */
const LONGEST = 30_000_000;

/** How deep elements may lie in one another. */
const DEEPEST = 500;

/** Elements in which white space stands for itself. */
const WORDED = words('text tspan textPath title desc style');

/**
 * Writes a drawing anew from what static SVG needs: elements and attributes of an allow-list; references only to its
 * own parts, and pictures only as data in it; style without anything it could load; lengths in pixels. Links stay as
 * what they hold. Comments, editors' notes, document types and entities go. Throws UnreadableDrawing, also for what
 * would take too long to draw.
 */
export function cleanDrawing(source: string, { size: wished, metadata }: Wishes = {}): CleanDrawing {
  const dropped = new Set<string>();
  const out: string[] = [];
  /** The open elements: what was written of each, null for what is left out with all that is in it. */
  const open: (string | null)[] = [];
  /** Where in what is written the start of an element stands, with how deep it lies. */
  const starts = new Map<number, number>();
  const drawn: Drawn[] = [];
  /** Which of the elements that cost something are open. */
  const within: number[] = [];
  const parser = new SaxesParser({ xmlns: true });
  let size: DrawingSize | undefined;
  /** The text of the style element that is open, which comments may cut into pieces. */
  let sheet = '';
  // Thrown at once: whatever follows is not read.
  const fail = (why: Error) => {
    throw why;
  };
  let length = 0;
  const text = (value: string) => {
    length += value.length;
    if (length > LONGEST) fail(new Error('too long'));
    const inside = open.at(-1);
    if (inside === 'style') sheet += value;
    else if (inside != null && WORDED.has(inside)) out.push(escape(value));
  };
  parser.on('error', fail);
  parser.on('doctype', (doctype) => {
    dropped.add('document type');
    for (const [name, value] of entitiesOf(doctype)) parser.ENTITIES[name] = value;
  });
  parser.on('comment', () => dropped.add('comments'));
  parser.on('text', text);
  parser.on('cdata', text);
  parser.on('opentag', (tag) => {
    const inside = open.length === 0 || open.at(-1) != null;
    if (open.length === 0 && tag.local !== 'svg') fail(new Error('no svg'));
    if (open.length > DEEPEST) fail(new Error('nested too deep'));
    const link = tag.uri === SVG && tag.local === 'a';
    // A link is left out, not what it stands round.
    const name = link ? (open.some((outer) => outer === 'text') ? 'tspan' : 'g') : tag.local;
    if (inside && link) dropped.add(`<${tag.name}>`);
    if (!inside || !(tag.uri === SVG && ELEMENTS.has(name))) {
      if (inside) dropped.add(`<${tag.name}>`);
      open.push(null);
      return;
    }
    const attributes = attributesOf(tag, dropped, link);
    drawn.at(within.at(-1) ?? 0)?.children.push(drawn.length);
    within.push(drawn.length);
    drawn.push(drawnOf(tag, attributes));
    let root = '';
    if (open.length === 0) {
      size = naturalSize(Object.fromEntries(attributes));
      if (wished) {
        attributes.set('viewBox', size.viewBox);
        attributes.set('width', String(wished.width));
        attributes.set('height', String(wished.height));
        attributes.set('preserveAspectRatio', 'none');
      }
      root = ` xmlns="${SVG}"`;
    }
    const said = [...attributes].map(([key, value]) => ` ${key}="${escape(value)}"`).join('');
    out.push(`<${name}${root}${said}>`);
    starts.set(out.length - 1, open.length);
    if (open.length === 0 && metadata) out.push(`<metadata>${metadata}</metadata>`);
    open.push(name);
  });
  parser.on('closetag', () => {
    const name = open.pop();
    if (name == null) return;
    within.pop();
    if (name === 'style') {
      const { css, complete } = inertSheet(sheet);
      if (!complete) dropped.add('style that loads something');
      if (css !== '') out.push(escape(css));
      sheet = '';
    }
    const last = out.length - 1;
    // What holds nothing needs no end of its own.
    if (starts.get(last) === open.length) out[last] = `${out[last]?.slice(0, -1)}/>`;
    else out.push(`</${name}>`);
  });
  try {
    parser.write(source.replace(/^\ufeff/, '')).close();
  } catch {
    size = undefined;
  }
  if (!size)
    throw new UnreadableDrawing(
      'This drawing is not well-formed SVG. Export it anew from the program that made it.',
    );
  const tooMuch = tooMuchEffort(drawn);
  if (tooMuch !== '')
    throw new UnreadableDrawing(
      `This drawing takes too long to draw. ${tooMuch} Simplify it, or export it as a picture.`,
    );
  return { svg: out.join(''), size, dropped: [...dropped] };
}

/**
 * The entities that a document type declares for itself (XML 1.0, section 4.2.1), as programs do that name their
 * namespaces so: short ones that hold no others, so that little cannot become much.
 */
function entitiesOf(doctype: string): [string, string][] {
  return [
    ...doctype.matchAll(
      /<!ENTITY\s{1,20}([\w.-]{1,80})\s{1,20}(?:"([^"&<>%]{0,200})"|'([^'&<>%]{0,200})')\s{0,20}>/g,
    ),
  ]
    .slice(0, 100)
    .map(([, name = '', double, single]) => [name, double ?? single ?? '']);
}

function drawnOf(tag: SaxesTagNS, attributes: ReadonlyMap<string, string>): Drawn {
  const refers = [...attributes].flatMap(([name, value]) =>
    name === 'href'
      ? [value.trim().slice(1)]
      : [...value.matchAll(/url\(\s*["']?#([\w.:-]+)/gi)].map(([, id = '']) => id),
  );
  const id = attributes.get('id') ?? '';
  return {
    id,
    children: [],
    refers,
    filtering: filteringOf(tag.local, (name) => attributes.get(name) ?? ''),
  };
}

/** The attributes that may stay, with their values as they are written. */
function attributesOf(tag: SaxesTagNS, dropped: Set<string>, link: boolean): Map<string, string> {
  const kept = new Map<string, string>();
  for (const { name, local, uri, prefix, value } of Object.values(tag.attributes)) {
    const refers = local === 'href' && (uri === XLINK || prefix === '');
    if (prefix === 'xmlns' || name === 'xmlns') continue;
    if (refers) {
      // Where both ways of referring stand, the newer one counts (SVG 2, section 16.1.6).
      if (link || (uri === XLINK && Object.hasOwn(tag.attributes, 'href'))) continue;
      if (isOwnPart(value) || (tag.local === 'image' && isOwnPicture(value))) kept.set('href', value);
      else dropped.add(`reference to ${value.slice(0, 60)}`);
    } else if (prefix !== '' || !ATTRIBUTES.has(local)) {
      dropped.add(name);
    } else if (local === 'style') {
      const { css, complete } = inertDeclarations(value);
      if (!complete) dropped.add('style that loads something');
      if (css !== '') kept.set('style', css);
    } else if (isInertValue(value)) {
      kept.set(local, LENGTHS.has(local) ? inPixels(value) : value);
    } else dropped.add(`${local} that loads something`);
  }
  return kept;
}

/** Lengths in physical units as pixels, so that they are as long at every density; other lengths as they are. */
const inPixels = (value: string): string =>
  /\d(in|cm|mm|q|pt|pc)\b/i.test(value)
    ? value
        .split(/([\s,]+)/)
        .map((part) => {
          const pixels = /[a-z]$/i.test(part) && !/(em|ex|px)$/i.test(part) ? pixelsOf(part) : null;
          return pixels === null ? part : written(pixels);
        })
        .join('')
    : value;

const isOwnPart = (value: string) => /^#[\w.:-]+$/.test(value.trim());
const isOwnPicture = (value: string) =>
  /^data:image\/(png|jpeg|webp|gif);base64,[a-z0-9+/=\s]+$/i.test(value.trim());

const escape = (value: string) =>
  value.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

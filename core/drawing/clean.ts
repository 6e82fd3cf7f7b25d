import { SaxesParser, type SaxesTagNS } from 'saxes';

/** What is no drawing, or cannot be read as XML; the message can be shown as it is. */
export class UnreadableDrawing extends Error {}

/** A drawing with nothing in it that runs, loads or tells. */
export interface CleanDrawing {
  svg: string;
  /** Names of what was left out, each once. */
  dropped: string[];
}

const SVG = 'http://www.w3.org/2000/svg';
const XLINK = 'http://www.w3.org/1999/xlink';

const words = (text: string) => new Set(text.trim().split(/\s+/));

/** Elements of static SVG (SVG 2, without scripting, animation, linking and foreign objects). */
const ELEMENTS = words(`
  svg g defs symbol use path rect circle ellipse line polyline polygon text tspan textPath title desc
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
  marker-start marker-mid marker-end transform-origin aria-label aria-hidden role`);

/** Elements in which white space stands for itself. */
const WORDED = words('text tspan textPath title desc style');

/**
 * Writes a drawing anew from what static SVG needs: elements and attributes of an allow-list; references only to its
 * own parts, and pictures only as data in it; style without anything it could load. Comments, editors' notes,
 * document types and entities go. Throws UnreadableDrawing.
 */
export function cleanDrawing(source: string): CleanDrawing {
  const dropped = new Set<string>();
  const out: string[] = [];
  /** The open elements: what was written of each, null for what is left out with all that is in it. */
  const open: (string | null)[] = [];
  /** Where in what is written the start of an element stands, with how deep it lies. */
  const starts = new Map<number, number>();
  const parser = new SaxesParser({ xmlns: true });
  let failed: Error | undefined;
  const text = (value: string) => {
    const within = open.at(-1);
    if (within == null) return;
    if (within === 'style') {
      if (isInertStyle(value)) out.push(escape(value));
      else dropped.add('style that loads something');
    } else if (WORDED.has(within)) out.push(escape(value));
  };
  parser.on('error', (error) => {
    failed ??= error;
  });
  parser.on('doctype', () => dropped.add('document type'));
  parser.on('comment', () => dropped.add('comments'));
  parser.on('text', text);
  parser.on('cdata', text);
  parser.on('opentag', (tag) => {
    const inside = open.length === 0 || open.at(-1) != null;
    const known = tag.uri === SVG && ELEMENTS.has(tag.local);
    if (open.length === 0 && tag.local !== 'svg') failed ??= new Error('no svg');
    if (!inside || !known) {
      if (inside) dropped.add(`<${tag.name}>`);
      open.push(null);
      return;
    }
    out.push(`<${tag.local}${open.length === 0 ? ` xmlns="${SVG}"` : ''}${attributesOf(tag, dropped)}>`);
    starts.set(out.length - 1, open.length);
    open.push(tag.local);
  });
  parser.on('closetag', () => {
    const name = open.pop();
    if (name == null) return;
    const last = out.length - 1;
    // What holds nothing needs no end of its own.
    if (starts.get(last) === open.length) out[last] = `${out[last]?.slice(0, -1)}/>`;
    else out.push(`</${name}>`);
  });
  try {
    parser.write(source.replace(/^\ufeff/, '')).close();
  } catch (error) {
    failed ??= error instanceof Error ? error : new Error(String(error));
  }
  if (failed || out.length === 0)
    throw new UnreadableDrawing(
      'This drawing is not well-formed SVG. Export it anew from the program that made it.',
    );
  return { svg: out.join(''), dropped: [...dropped] };
}

function attributesOf(tag: SaxesTagNS, dropped: Set<string>): string {
  return Object.values(tag.attributes)
    .map(({ name, local, uri, prefix, value }) => {
      const refers = local === 'href' && (uri === XLINK || prefix === '');
      // Where both ways of referring stand, the newer one counts (SVG 2, section 16.1.6).
      if (refers && uri === XLINK && Object.hasOwn(tag.attributes, 'href')) return '';
      if (refers) {
        if (isOwnPart(value) || (tag.local === 'image' && isOwnPicture(value)))
          return ` href="${escape(value)}"`;
        dropped.add(`reference to ${value.slice(0, 60)}`);
        return '';
      }
      if (prefix === 'xmlns' || name === 'xmlns') return '';
      const plain = prefix === '' && ATTRIBUTES.has(local);
      if (plain && (local === 'style' ? isInertStyle(value) : isInertValue(value)))
        return ` ${local}="${escape(value)}"`;
      dropped.add(plain ? `${local} that loads something` : name);
      return '';
    })
    .join('');
}

const isOwnPart = (value: string) => /^#[\w.:-]+$/.test(value.trim());
const isOwnPicture = (value: string) =>
  /^data:image\/(png|jpeg|webp|gif);base64,[a-z0-9+/=\s]+$/i.test(value.trim());

/** A value whose only references are to parts of the drawing. */
function isInertValue(value: string): boolean {
  return !/url\s*\(/i.test(value.replace(/url\(\s*["']?#[\w.:-]+["']?\s*\)/gi, '')) && !/[\\<]/.test(value);
}

/** Style that loads nothing: no rule but plain ones, no escapes in which something could hide. */
const isInertStyle = (value: string) =>
  isInertValue(value) && !/@(?!media\b)|expression|behavior|-moz-binding/i.test(value);

const escape = (value: string) =>
  value.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

import { generate, ident, parse, walk, type CssNode, type Declaration } from 'css-tree';
import { pixelsPer, written } from './length.ts';

/** Functions of CSS values that compute a colour, a length, a place or a look from what stands in them, and load nothing. */
const FUNCTIONS = new Set(
  `rgb rgba hsl hsla hwb lab lch oklab oklch color color-mix calc min max clamp var
  matrix matrix3d translate translatex translatey translatez translate3d scale scalex scaley scale3d
  rotate rotatex rotatey rotatez rotate3d skew skewx skewy perspective
  blur brightness contrast drop-shadow grayscale hue-rotate invert opacity saturate sepia
  circle ellipse inset polygon path linear-gradient radial-gradient conic-gradient
  cubic-bezier steps`.split(/\s+/),
);
/** Longer style sheets are not drawn by hand, nor by any program. */
const LONGEST = 300_000;

/** Style as it may stay, and whether anything of it was left out. */
export interface Style {
  css: string;
  complete: boolean;
}

/** The declarations of a style attribute (CSS Style Attributes) that load nothing, with their lengths in pixels. */
export function inertDeclarations(style: string): Style {
  return inert(style, 'declarationList');
}

/** The rules of a style sheet that load nothing: plain ones and those for a kind of screen; others are left out by themselves. */
export function inertSheet(css: string): Style {
  return inert(css, 'stylesheet');
}

/** True for a value of a presentation attribute that loads nothing (SVG 2, section 6.6). */
export function isInertValue(value: string): boolean {
  if (!/[(\\]/.test(value)) return !/[<@]/.test(value);
  try {
    return value.length <= LONGEST && !loads(parse(value, { context: 'value' }));
  } catch {
    return false;
  }
}

function inert(css: string, context: 'declarationList' | 'stylesheet'): Style {
  if (css.length > LONGEST) return { css: '', complete: false };
  let complete = true;
  try {
    const tree = parse(css, { context, parseCustomProperty: true, onParseError: () => (complete = false) });
    walk(tree, (node, item, list) => {
      const leave =
        node.type === 'Raw' ||
        (node.type === 'Atrule' && node.name.toLowerCase() !== 'media') ||
        (node.type === 'Declaration' && !isInertDeclaration(node)) ||
        (node.type === 'Rule' && node.prelude.type === 'Raw');
      if (leave && list && item) {
        list.remove(item);
        // What fonts a drawing brings and how its letters are encoded is no loss of what it draws.
        complete &&= node.type === 'Atrule' && ['font-face', 'charset'].includes(node.name.toLowerCase());
      } else if (node.type === 'Dimension') {
        const factor = pixelsPer(node.unit);
        if (factor !== undefined && !['px', 'em', 'rem', 'ex'].includes(node.unit.toLowerCase())) {
          node.value = written(Number(node.value) * factor);
          node.unit = 'px';
        }
      }
      return leave ? walk.skip : undefined;
    });
    const kept = generate(tree);
    // What cannot be read again as it was written is not trusted.
    return /<\/|<!/.test(kept) ? { css: '', complete: false } : { css: kept, complete };
  } catch {
    return { css: '', complete: false };
  }
}

const isInertDeclaration = ({ property, value }: Declaration): boolean =>
  !/^(behavior|-moz-binding|src)$/i.test(ident.decode(property)) && value.type === 'Value' && !loads(value);

function loads(value: CssNode): boolean {
  let found = false;
  walk(value, (node) => {
    if (node.type === 'Url') found ||= !/^#[\w.:-]+$/.test(node.value);
    else if (node.type === 'Function') found ||= !FUNCTIONS.has(ident.decode(node.name).toLowerCase());
    else if (node.type === 'Raw') found = true;
  });
  return found;
}

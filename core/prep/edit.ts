import * as v from 'valibot';
import { RectangleSchema, SizeSchema } from '../geometry/rectangle.ts';
import {
  cropped,
  mirrored,
  resized,
  straightened,
  turned,
  wholeOf,
  type Window,
} from '../geometry/window.ts';
import type { Size } from '../geometry/rectangle.ts';

const hundred = v.pipe(v.number(), v.integer(), v.minValue(-100), v.maxValue(100));
const strength = v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(100));

/** A colour in sRGB, as CSS writes it in six digits. */
export const ColourSchema = v.pipe(
  v.string(),
  v.toLowerCase(),
  v.regex(/^#[0-9a-f]{6}$/, 'A colour is # and six digits.'),
);

/** Light and colour, each from -100 to 100 with 0 for as it is. */
export const ToneSchema = v.object({
  brightness: hundred,
  contrast: hundred,
  saturation: hundred,
  /** Towards red, or towards blue. */
  warmth: hundred,
});
export type Tone = v.InferOutput<typeof ToneSchema>;

/** One thing done to a picture. Rectangles are in pixels of what the edits before it gave. */
export const EditSchema = v.variant('kind', [
  v.object({ kind: v.literal('turn'), quarters: v.picklist([1, 2, 3]) }),
  v.object({ kind: v.literal('mirror'), axis: v.picklist(['across', 'down']) }),
  v.object({
    kind: v.literal('straighten'),
    /** Clockwise. */
    degrees: v.pipe(v.number(), v.minValue(-45), v.maxValue(45)),
  }),
  v.object({ kind: v.literal('crop'), ...RectangleSchema.entries }),
  v.object({
    kind: v.literal('resize'),
    ...SizeSchema.entries,
    /** Said that it may have more pixels than there are. */
    enlarge: v.optional(v.literal(true)),
  }),
  v.object({ kind: v.literal('tone'), ...ToneSchema.entries }),
  v.object({ kind: v.literal('monochrome') }),
  v.object({ kind: v.literal('sepia') }),
  v.object({ kind: v.literal('two-ink'), dark: ColourSchema, light: ColourSchema }),
  v.object({ kind: v.literal('sharpen'), strength }),
  v.object({ kind: v.literal('blur'), strength }),
  v.object({
    kind: v.literal('border'),
    /** Hundredths of the shorter side. */
    width: v.pipe(v.number(), v.minValue(0.1), v.maxValue(20)),
    colour: ColourSchema,
  }),
  v.object({
    kind: v.literal('corners'),
    /** Hundredths of the shorter side; 50 makes a circle of a square. */
    radius: v.pipe(v.number(), v.minValue(0.1), v.maxValue(50)),
  }),
]);
export type Edit = v.InferOutput<typeof EditSchema>;
export type EditOf<K extends Edit['kind']> = Extract<Edit, { kind: K }>;

export const EditsSchema = v.pipe(v.array(EditSchema), v.maxLength(40));

/** An edit that cannot be done to what the ones before it give; the message can be shown as it is. */
export class ImpossibleEdit extends RangeError {}

/**
 * What is seen of an original after a list of edits, one after another. Throws ImpossibleEdit where a crop lies
 * outside the picture, or pixels would be made up that nobody asked for.
 */
export function windowAfter(edits: readonly Edit[], original: Size): Window {
  return edits.reduce((window, edit) => {
    const { size } = window;
    switch (edit.kind) {
      case 'turn':
        return turned(window, edit.quarters);
      case 'mirror':
        return mirrored(window, edit.axis);
      case 'straighten':
        return straightened(window, edit.degrees);
      case 'crop':
        if (edit.x + edit.width > size.width || edit.y + edit.height > size.height)
          throw new ImpossibleEdit(
            `The crop of ${edit.width} × ${edit.height} pixels does not lie within the ${size.width} × ${size.height} that there are.`,
          );
        return cropped(window, edit);
      case 'resize':
        if (!edit.enlarge && (edit.width > size.width || edit.height > size.height))
          throw new ImpossibleEdit(
            `${edit.width} × ${edit.height} pixels are more than the ${size.width} × ${size.height} that there are.`,
          );
        return resized(window, { width: edit.width, height: edit.height });
      default:
        return window;
    }
  }, wholeOf(original));
}

/** The first edit of a kind, where there is one. */
export function editOf<K extends Edit['kind']>(edits: readonly Edit[], kind: K): EditOf<K> | undefined {
  return edits.find((edit): edit is EditOf<K> => edit.kind === kind);
}

/**
 * The order in which a picture is edited, whatever was done first: it is set upright, cut, brought to size, and
 * then its colours and its edge are worked on.
 */
const ORDER: readonly Edit['kind'][] = [
  'turn',
  'mirror',
  'straighten',
  'crop',
  'resize',
  'tone',
  'monochrome',
  'sepia',
  'two-ink',
  'sharpen',
  'blur',
  'border',
  'corners',
];

/** The list with this edit in the place of any other of its kind, in the order of work; taken out where it is null. */
export function withEdit(edits: readonly Edit[], kind: Edit['kind'], edit: Edit | null): Edit[] {
  const others = edits.filter((other) => other.kind !== kind);
  return (edit ? [...others, edit] : others).toSorted(
    (one, other) => ORDER.indexOf(one.kind) - ORDER.indexOf(other.kind),
  );
}

/** True when the result has parts that are seen through. */
export const cutsThrough = (edits: readonly Edit[]) => edits.some(({ kind }) => kind === 'corners');

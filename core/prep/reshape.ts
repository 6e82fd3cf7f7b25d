import { fits, within, type Rectangle, type Size } from '../geometry/rectangle.ts';
import { editOf, windowAfter, withEdit, type Edit } from './edit.ts';
import type { Preparation } from './preparation.ts';

const CUTTING: readonly Edit['kind'][] = ['crop', 'resize'];

/** What is seen before anything is cut: turned, mirrored and straightened only. */
export function uncutSize(edits: readonly Edit[], original: Size): Size {
  const uncut = edits.filter(({ kind }) => !CUTTING.includes(kind));
  return windowAfter(uncut, original).size;
}

/** The preparation with all that it shows turned clockwise by quarters; its crops stay on the same part of the picture. */
export function turnedBy(preparation: Preparation, original: Size, quarters: 1 | 2 | 3): Preparation {
  const { edits } = preparation;
  const before = editOf(edits, 'turn')?.quarters ?? 0;
  // Seen in a mirror, the original turns the other way.
  const now = (before + (editOf(edits, 'mirror') ? 4 - quarters : quarters)) % 4;
  const turn = now === 0 ? null : ({ kind: 'turn', quarters: now as 1 | 2 | 3 } as const);
  const odd = quarters % 2 === 1;
  return reshaped(preparation, original, {
    upright: withEdit(edits, 'turn', turn),
    rectangle: (part, size) => turnedRectangle(part, size, quarters),
    size: ({ width, height }) => (odd ? { width: height, height: width } : { width, height }),
  });
}

/** The preparation with all that it shows mirrored; its crops stay on the same part of the picture. */
export function mirroredBy(preparation: Preparation, original: Size, axis: 'across' | 'down'): Preparation {
  const { edits } = preparation;
  const mirror = editOf(edits, 'mirror');
  const straighten = editOf(edits, 'straighten');
  // Mirrored both ways it is turned by half, and in no mirror.
  const half = mirror && mirror.axis !== axis ? 2 : 0;
  const quarters = ((editOf(edits, 'turn')?.quarters ?? 0) + half) % 4;
  let upright = withEdit(edits, 'mirror', mirror ? null : { kind: 'mirror', axis });
  upright = withEdit(
    upright,
    'turn',
    quarters === 0 ? null : { kind: 'turn', quarters: quarters as 1 | 2 | 3 },
  );
  if (straighten) upright = withEdit(upright, 'straighten', { ...straighten, degrees: -straighten.degrees });
  return reshaped(preparation, original, {
    upright,
    rectangle: (part, size) =>
      axis === 'across'
        ? { ...part, x: size.width - part.x - part.width }
        : { ...part, y: size.height - part.y - part.height },
    size: (size) => size,
  });
}

/**
 * The nearest preparation that can be done: a crop is brought into what there is, a size that would enlarge it
 * unasked is forgotten, and so is a part for narrow screens that lies outside.
 */
export function fitted(preparation: Preparation, original: Size): Preparation {
  let { edits } = preparation;
  const crop = editOf(edits, 'crop');
  if (crop) edits = withEdit(edits, 'crop', { kind: 'crop', ...within(crop, uncutSize(edits, original)) });
  const resize = editOf(edits, 'resize');
  const whole = windowAfter(withEdit(edits, 'resize', null), original).size;
  if (resize && !resize.enlarge && (resize.width > whole.width || resize.height > whole.height))
    edits = withEdit(edits, 'resize', null);
  const { narrow } = preparation;
  return {
    ...preparation,
    edits,
    narrow: narrow && fits(narrow, windowAfter(edits, original).size) ? narrow : null,
  };
}

function reshaped(
  preparation: Preparation,
  original: Size,
  how: {
    /** The edits with the new way up, not yet cut anew. */
    upright: Edit[];
    rectangle: (part: Rectangle, size: Size) => Rectangle;
    size: (size: Size) => Size;
  },
): Preparation {
  const { edits, narrow } = preparation;
  const [crop, resize] = [editOf(edits, 'crop'), editOf(edits, 'resize')];
  let next = how.upright;
  if (crop)
    next = withEdit(next, 'crop', { kind: 'crop', ...how.rectangle(crop, uncutSize(edits, original)) });
  if (resize) next = withEdit(next, 'resize', { ...resize, ...how.size(resize) });
  return {
    ...preparation,
    edits: next,
    narrow: narrow && how.rectangle(narrow, windowAfter(edits, original).size),
  };
}

/** Where a rectangle lies once the picture it lies in was turned clockwise. */
function turnedRectangle(part: Rectangle, size: Size, quarters: number): Rectangle {
  const { x, y, width, height } = part;
  switch (quarters) {
    case 1:
      return { x: size.height - y - height, y: x, width: height, height: width };
    case 2:
      return { x: size.width - x - width, y: size.height - y - height, width, height };
    default:
      return { x: y, y: size.width - x - width, width: height, height: width };
  }
}

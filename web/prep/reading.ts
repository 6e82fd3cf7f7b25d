import { within, type Size } from '@placard/core/geometry';
import {
  editOf,
  ImpossibleEdit,
  windowAfter,
  windowOf,
  withEdit,
  type Preparation,
} from '@placard/core/prep';

/** What a preparation shows, or why it cannot be done. */
export function readShape(preparation: Preparation, original: Size) {
  try {
    windowOf(preparation, original, 'narrow');
    const window = windowOf(preparation, original);
    return { window, size: window.size, says: null };
  } catch (error) {
    if (!(error instanceof ImpossibleEdit)) throw error;
    const window = windowAfter([], original);
    return { window, size: window.size, says: error.message };
  }
}

/** A preparation whose part for narrow screens and whose size still fit what the edits give. */
export function fitted(preparation: Preparation, original: Size): Preparation {
  let { edits } = preparation;
  const crop = editOf(edits, 'crop');
  const before = windowAfter(
    edits.filter(({ kind }) => !['crop', 'resize'].includes(kind)),
    original,
  ).size;
  if (crop) {
    const part = within(crop, before);
    edits = withEdit(edits, 'crop', { kind: 'crop', ...part });
  }
  const resize = editOf(edits, 'resize');
  const whole = windowAfter(withEdit(edits, 'resize', null), original).size;
  if (resize && !resize.enlarge && (resize.width > whole.width || resize.height > whole.height))
    edits = withEdit(edits, 'resize', null);
  const { size } = windowAfter(edits, original);
  const { narrow } = preparation;
  const fits = narrow && narrow.x + narrow.width <= size.width && narrow.y + narrow.height <= size.height;
  return { ...preparation, edits, narrow: fits ? narrow : null };
}

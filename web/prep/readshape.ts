import type { Size } from '@placard/core/geometry';
import { ImpossibleEdit, windowAfter, windowOf, type Preparation } from '@placard/core/prep';

/** What a preparation shows, or why it cannot be done. */
export function readShape(preparation: Preparation, original: Size) {
  try {
    windowOf(preparation, original, 'narrow');
    return { window: windowOf(preparation, original), says: null };
  } catch (error) {
    if (!(error instanceof ImpossibleEdit)) throw error;
    return { window: windowAfter([], original), says: error.message };
  }
}

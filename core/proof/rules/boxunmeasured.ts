import { UNMEASURED } from '../../embed/boxed.ts';
import type { BlockRule } from './rule.ts';

/** A box is as high as it was measured to be; one that nobody measured may be cut off, or leave a hole. */
export const boxUnmeasured: BlockRule = {
  id: 'box-unmeasured',
  lookAtBlock: ({ block }) =>
    block.type === 'box' &&
    block.attrs.boxed.heights.length === 0 &&
    !block.attrs.boxed.height && {
      severity: 'warn',
      says: `Nobody has measured “${block.attrs.boxed.title}”: it is ${UNMEASURED} px high on every screen, whatever is in it.`,
      remedy: 'Select it in Place, and it is measured at every width.',
    },
};

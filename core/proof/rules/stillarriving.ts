import { takeOut } from '../remedy.ts';
import type { BlockRule } from './rule.ts';

export const stillArriving: BlockRule = {
  id: 'still-arriving',
  lookAtBlock: (step) =>
    step.block.type === 'arriving' && {
      severity: 'stop',
      says: `A ${step.block.attrs.media} that was pasted here is not held yet: visitors get nothing of it.`,
      remedy: 'Bring it in on the page and label it, or take it out.',
      remedies: [takeOut(step)],
    },
};

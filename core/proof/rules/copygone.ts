import { takeOut } from '../remedy.ts';
import type { BlockRule } from './rule.ts';

export const copyGone: BlockRule = {
  id: 'copy-gone',
  lookAtBlock: (step) =>
    step.block.type === 'standingCopy' &&
    step.block.content === undefined && {
      severity: 'stop',
      says: 'Standing copy that stood here does not exist any more, or lies in the bin. Visitors see nothing in its place.',
      remedy: 'Bring it back in Pages, put another in its place, or take it out.',
      remedies: [takeOut(step)],
    },
};

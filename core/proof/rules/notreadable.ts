import { takeOut } from '../remedy.ts';
import type { BlockRule } from './rule.ts';

export const notReadable: BlockRule = {
  id: 'not-readable',
  lookAtBlock: (step) =>
    step.block.type === 'unknown' && {
      severity: 'stop',
      says: `Something here${step.block.attrs.called === '' ? '' : ` (“${step.block.attrs.called}”)`} cannot be read, and visitors would not see it. It is kept as it is.`,
      remedy: 'Open the page with the Placard that it was written in, or take it out.',
      remedies: [takeOut(step)],
    },
};

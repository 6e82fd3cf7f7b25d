import { takeOut } from '../remedy.ts';
import { ANY_USE, type HeldRule } from './rule.ts';

export const compLeft: HeldRule = {
  id: 'comp-left',
  of: ANY_USE,
  look: ({ asset, name, step }) =>
    asset.placard.licence === 'comp' && {
      severity: 'stop',
      says: `“${name}” is still a comp: it may be tried out, not shown to visitors.`,
      remedy: 'Buy it and swap in the original, or take it out.',
      remedies: [takeOut(step)],
    },
};

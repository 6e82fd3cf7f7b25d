import { lacks } from '../../credit/placard.ts';
import type { HeldRule } from './rule.ts';

export const creditMissing: HeldRule = {
  id: 'credit-missing',
  look: ({ asset, terms, name }) =>
    lacks(asset.placard, terms).includes('creator') && {
      severity: 'stop',
      says: `The licence of “${name}” asks for its creator’s name, and there is none.`,
      remedy: 'Fill in the creator on the placard.',
    },
};

import { lacks } from '../../credit/placard.ts';
import { ANY_USE, type HeldRule } from './rule.ts';

export const licenceUnknown: HeldRule = {
  id: 'licence-unknown',
  of: ANY_USE,
  look: ({ asset, terms, name }) =>
    lacks(asset.placard, terms).includes('licence') && {
      severity: 'stop',
      says: `Nobody has said under which licence “${name}” may be used.`,
      remedy: 'Choose its licence on the placard.',
    },
};

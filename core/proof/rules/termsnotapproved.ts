import { needsApproval } from '../../licence/policy.ts';
import { ANY_USE, type HeldRule } from './rule.ts';

export const termsNotApproved: HeldRule = {
  id: 'terms-not-approved',
  of: ANY_USE,
  look: ({ asset, terms, name }, { policy }) =>
    needsApproval(terms, policy) &&
    asset.onFile?.state !== 'approved' && {
      severity: 'stop',
      says: `No reviewer has approved the terms of “${name}”.`,
      remedy: 'Put the permission on file and ask a reviewer to look at it.',
    },
};

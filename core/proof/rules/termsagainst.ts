import { limitsOf } from '../../credit/placard.ts';
import { mayWe } from '../../licence/maywe.ts';
import { pageUse } from '../../licence/policy.ts';
import { ANY_USE, type HeldRule } from './rule.ts';

export const termsAgainst: HeldRule = {
  id: 'terms-against',
  of: ANY_USE,
  // Its last day is still good.
  turns: ({ asset }) =>
    [limitsOf(asset.placard).until, asset.onFile?.until ?? ''].filter((day) => day !== ''),
  look: ({ asset, terms, name }, { policy, today }) => {
    // What is not known and what is not bought is said in its own words.
    if (terms.id === 'unknown' || terms.id === 'comp') return false;
    const use = pageUse(policy, today, asset.changes);
    const { reasons } = mayWe(terms, use, limitsOf(asset.placard), asset.onFile);
    const against = reasons.filter(({ weighs }) => weighs === 'against');
    const cited = [...new Set(against.flatMap(({ clause }) => clause?.text ?? []))];
    return (
      against.length > 0 && {
        severity: 'stop',
        says: `“${name}” may not stand here. ${against.map(({ says }) => says).join(' ')}`,
        remedy: `Choose another, change what is done to it, or get leave${cited.length > 0 ? ` (${cited.join('; ')})` : ''}.`,
      }
    );
  },
};

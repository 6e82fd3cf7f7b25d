import { ANY_USE, type HeldRule } from './rule.ts';

/** Words by which a notice keeps every right. */
const RESERVED = /\ball\s+rights\s+reserved\b/i;
/** Terms that give rights to everybody. */
const GIVES: readonly string[] = ['creative-commons', 'public-domain', 'free'];

export const noticeAgainst: HeldRule = {
  id: 'notice-against-licence',
  of: ANY_USE,
  look: ({ asset, terms, name }) =>
    GIVES.includes(terms.family) &&
    RESERVED.test(`${asset.placard.copyright} ${asset.placard.restrictions}`) && {
      severity: 'warn',
      says: `What “${name}” says of itself contradicts: all rights are reserved, and ${terms.short || terms.name} gives some to everybody.`,
      remedy: 'Ask its creator which of both holds, and correct the placard.',
    },
};

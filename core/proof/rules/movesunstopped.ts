import type { HeldRule } from './rule.ts';

export const movesUnstopped: HeldRule = {
  id: 'moves-unstopped',
  of: ['picture'],
  look: ({ asset, name }) =>
    Boolean(asset.moves) &&
    !asset.played?.length && {
      severity: 'warn',
      says: `“${name}” moves over and over, and nobody can stop it (WCAG 2.2.2).`,
      remedy:
        'It is made a silent film that can be stopped as soon as that is encoded, unless something is seen through it: then export it as a film, or show a picture that stands still.',
    },
};

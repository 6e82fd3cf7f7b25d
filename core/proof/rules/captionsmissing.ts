import type { HeldRule } from './rule.ts';

export const captionsMissing: HeldRule = {
  id: 'captions-missing',
  look: ({ asset, name }) =>
    asset.kind === 'film' &&
    !asset.silent &&
    !asset.tracks.some(({ kind = 'captions' }) => kind === 'captions') && {
      severity: 'warn',
      says: `“${name}” has no captions.`,
      remedy: 'Add a captions track, unless nothing is said or heard in it (WCAG 1.2.2).',
    },
};

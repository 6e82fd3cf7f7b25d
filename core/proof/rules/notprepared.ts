import type { HeldRule } from './rule.ts';

export const notPrepared: HeldRule = {
  id: 'not-prepared',
  look: ({ use, asset, name }) =>
    (use.as === 'film' ? asset.file === null : asset.sources.length === 0) && {
      severity: 'stop',
      says: `“${name}” has no renditions yet.`,
      remedy: 'Wait until it is prepared, or look at Prep for what went wrong.',
    },
};

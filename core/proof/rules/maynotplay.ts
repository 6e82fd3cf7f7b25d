import type { HeldRule } from './rule.ts';

export const mayNotPlay: HeldRule = {
  id: 'may-not-play',
  look: ({ asset, name }) =>
    Boolean(asset.note) && {
      severity: 'warn',
      says: `“${name}” may not play as it should. ${asset.note}`,
      remedy: 'Replace its file by one that is whole, and plays everywhere.',
    },
};

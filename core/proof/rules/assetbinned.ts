import { ANY_USE, type HeldRule } from './rule.ts';

export const assetBinned: HeldRule = {
  id: 'asset-binned',
  of: ANY_USE,
  look: ({ asset, name }) =>
    asset.binned === true && {
      severity: 'stop',
      says: `“${name}” lies in the bin, and stands here all the same.`,
      remedy: 'Put it back from the bin, or put something else here.',
    },
};

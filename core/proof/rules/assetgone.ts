import type { GoneRule } from './rule.ts';

export const assetGone: GoneRule = {
  id: 'asset-gone',
  lookWhereGone: () => ({
    severity: 'stop',
    says: 'What stood here is no longer held.',
    remedy: 'Remove it or put something else here.',
  }),
};

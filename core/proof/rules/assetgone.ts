import { takeOut } from '../remedy.ts';
import type { GoneRule } from './rule.ts';

export const assetGone: GoneRule = {
  id: 'asset-gone',
  lookWhereGone: (step) => ({
    severity: 'stop',
    says: 'What stood here is no longer held.',
    remedy: 'Take it out or put something else here.',
    remedies: [takeOut(step)],
  }),
};

import { takeOut } from '../remedy.ts';
import type { FrameRule } from './rule.ts';

export const hostNotApproved: FrameRule = {
  id: 'host-not-approved',
  lookAtFrame: ({ src }, { reviewOf }, step) => {
    const { host } = new URL(src);
    switch (reviewOf(host)) {
      case 'approved':
        return false;
      case 'unreviewed':
        return {
          severity: 'warn',
          says: `Nobody has reviewed ${host} yet.`,
          remedy: 'Ask a reviewer to look at the host.',
        };
      case 'refused':
        return {
          severity: 'stop',
          says: `${host} was refused by a reviewer.`,
          remedy: 'Take the embed out, or link to it.',
          remedies: [takeOut(step)],
        };
    }
  },
};

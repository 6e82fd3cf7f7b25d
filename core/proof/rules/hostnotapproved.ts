import { takeOut } from '../remedy.ts';
import type { EmbeddedRule } from './rule.ts';

export const hostNotApproved: EmbeddedRule = {
  id: 'host-not-approved',
  lookAtEmbedded: ({ origins }, { reviewOf }, step) => {
    const hosts = origins.map((origin) => new URL(origin).host);
    const refused = hosts.find((host) => reviewOf(host) === 'refused');
    if (refused !== undefined)
      return {
        severity: 'stop',
        says: `${refused} was refused by a reviewer.`,
        remedy: 'Take the embed out, or link to it.',
        remedies: [takeOut(step)],
      };
    const unreviewed = hosts.filter((host) => reviewOf(host) === 'unreviewed');
    if (unreviewed.length === 0) return false;
    return {
      severity: 'warn',
      says: `Nobody has reviewed ${unreviewed.join(', ')} yet.`,
      remedy: 'Ask a reviewer to look at the host.',
    };
  },
};

import type { HeldRule } from './rule.ts';

export const documentActive: HeldRule = {
  id: 'document-active',
  of: ['file'],
  look: ({ asset, name }) =>
    asset.kind === 'document' &&
    Boolean(asset.note) && {
      severity: 'warn',
      says: `“${name}” is to be looked at before it goes out. ${asset.note}`,
      remedy: 'Ask whoever made it for one without, or send it as a plain PDF.',
    },
};

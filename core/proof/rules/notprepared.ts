import { ANY_USE, type HeldRule } from './rule.ts';

export const notPrepared: HeldRule = {
  id: 'not-prepared',
  of: ANY_USE,
  look: ({ use, asset, name }) =>
    (use.as === 'picture'
      ? asset.sources.length === 0
      : asset.file === null && (use.as === 'film' || asset.kind === 'document')) && {
      severity: 'stop',
      says:
        use.as === 'file'
          ? `“${name}” is not written yet as it may leave.`
          : `“${name}” has no renditions yet.`,
      remedy: 'Wait until it is prepared, or look at Prep for what went wrong.',
    },
};

import { bytesLoaded } from '../../page/files.ts';
import { inBytes } from '../../text/index.ts';
import type { HeldRule } from './rule.ts';

/** A screen that is wide enough for everything, in CSS pixels. */
const WIDE = 100_000;

export const heavy: HeldRule = {
  id: 'heavy',
  look: ({ use, shown, asset, name }, { heavyBytes }) => {
    if (use.as === 'film' || asset.sources.length === 0) return false;
    const bytes = bytesLoaded(asset, shown, WIDE);
    return (
      bytes > heavyBytes && {
        severity: 'warn',
        says: `“${name}” loads ${inBytes(bytes)} here.`,
        remedy: `Prepare it again for at most ${inBytes(heavyBytes)}.`,
      }
    );
  },
};

import { inTime } from '../../text/index.ts';
import type { HeldRule } from './rule.ts';

/** Words of a track that begin when the film is over are never seen. */
export const captionsAfterEnd: HeldRule = {
  id: 'captions-after-end',
  look: ({ asset, name }) => {
    const ends = asset.duration;
    // What is measured of a film is not sure to the picture.
    const late = ends
      ? asset.tracks.find(({ said = [] }) => said.some(({ at = 0 }) => at > ends + 0.1))
      : undefined;
    return (
      late !== undefined && {
        severity: 'warn',
        says: `“${name}” ends at ${inTime(ends ?? 0)}, and words of its track “${late.label}” begin after that.`,
        remedy: 'Move them to where they are said, beside the film in Label.',
      }
    );
  },
};

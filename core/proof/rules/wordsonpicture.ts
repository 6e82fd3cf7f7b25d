import { measuredOf, pictureOf, veilIn } from '../../page/settings/opener.ts';
import { thingsIn } from '../../page/kinds/together.ts';
import { instead } from '../remedy.ts';
import type { BlockRule } from './rule.ts';

/** Words on a picture are told from it (WCAG 2.2, 1.4.3 and 1.4.11). What is under them is measured where they are set. */
export const wordsOnPicture: BlockRule = {
  id: 'words-on-picture',
  lookAtBlock: (step) => {
    const { block } = step;
    if (block.type !== 'together' || block.attrs.setting !== 'opener') return false;
    const things = thingsIn(block);
    const [first] = things.items;
    const says = first?.content.some((part) => part !== pictureOf(first) && (part.content as [])?.length > 0);
    if (!pictureOf(first) || !says) return false;
    const { measured } = block.attrs;
    if (!measured || measured.of !== measuredOf(things))
      return {
        severity: 'warn',
        says: 'Whether the words over this picture can be read was not measured since they were changed.',
        remedy: 'Select it in Place: it is measured there.',
      };
    if (measured.contrast >= measured.needed) return false;
    const veil = { ...veilIn(block.attrs), strength: Math.min(95, measured.veil ?? 95) };
    return {
      severity: 'stop',
      says: `The words over this picture have a contrast of ${measured.contrast.toFixed(1)} to 1 at ${measured.at} px, and need ${measured.needed} to 1.`,
      remedy: 'Lay a veil under them, or set them in another corner (WCAG 1.4.3).',
      ...(measured.veil === null || measured.veil > 95
        ? {}
        : {
            remedies: [
              instead(step, `Lay a veil of ${veil.strength} % on it`, {
                ...block,
                attrs: {
                  ...block.attrs,
                  veil,
                  measured: {
                    ...measured,
                    of: measuredOf({ attrs: { ...block.attrs, veil }, items: things.items }),
                    contrast: measured.needed,
                  },
                },
              }),
            ],
          }),
    };
  },
};

import { heightAt } from '../../embed/boxed.ts';
import { instead } from '../remedy.ts';
import type { BlockRule } from './rule.ts';

/** A box that was given a height, and is higher than that where it was measured, is cut off there. */
export const boxCut: BlockRule = {
  id: 'box-cut',
  lookAtBlock: (step) => {
    const { block } = step;
    if (block.type !== 'box' || !block.attrs.boxed.height) return false;
    const { boxed } = block.attrs;
    const cut = boxed.heights.filter(({ height }) => height > heightAt(boxed, 1) + 2);
    const worst = cut.toSorted((a, b) => b.height - a.height)[0];
    if (!worst) return false;
    const whole = { ...block, attrs: { ...block.attrs, boxed: { ...boxed, height: null } } };
    return {
      severity: 'warn',
      says: `“${boxed.title}” was made ${boxed.height} px high, and needs ${worst.height} px where it is ${worst.width} px wide: the rest of it is cut off.`,
      remedy: 'Let it be as high as it was measured, or make it higher.',
      remedies: [instead(step, 'As high as it was measured', whole)],
    };
  },
};

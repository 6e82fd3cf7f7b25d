import type { Use } from '../../page/held.ts';
import { kindOf } from '../../page/kinds/index.ts';
import type { Step } from '../../page/walk.ts';
import { instead, type Remedy } from '../remedy.ts';
import { choiceOf } from '../../page/files.ts';
import { inCount } from '../../text/index.ts';
import type { CheckContext, HeldRule } from './rule.ts';

export const soft: HeldRule = {
  id: 'soft',
  look: ({ use, shown, asset, name, step }, context) => {
    const { drawing, modern, safe } = choiceOf(asset, shown.width);
    // A drawing is sharp at any width.
    if (use.as === 'film' || drawing) return false;
    // Its largest wanted width may keep it narrower than the original.
    const widest = Math.max(
      0,
      ...[...modern.flatMap(({ files }) => files), ...safe].map(({ width }) => width),
    );
    return (
      widest > 0 &&
      widest < shown.width && {
        severity: 'warn',
        says: `“${name}” has ${inCount(widest)} pixels across and is shown ${inCount(shown.width)} wide, ${(shown.width / widest).toFixed(1)} times too few.`,
        remedy: 'Choose a smaller measure or a larger original.',
        remedies: smaller(step, use, widest, context),
      }
    );
  },
};

/** The widest measure at which its pixels are enough, standing alone where it filled its room. */
function smaller(step: Step, use: Use, widest: number, context: CheckContext): Remedy[] {
  const { block, room } = step;
  if (block.type !== 'picture') return [];
  const position = ['full', 'bleed'].includes(block.attrs.position) ? 'centred' : block.attrs.position;
  for (const { id, name, width } of context.measures.toSorted((a, b) => b.width - a.width)) {
    const other: typeof block = { ...block, attrs: { ...block.attrs, position, measure: id, width: null } };
    if (width <= widest && kindOf(other).shown(other, use, room, context).width <= widest)
      return [instead(step, `Show it at “${name}”, ${inCount(width)} wide`, other)];
  }
  return [];
}

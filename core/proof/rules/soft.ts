import { choiceOf } from '../../page/files.ts';
import { count, type HeldRule } from './rule.ts';

export const soft: HeldRule = {
  id: 'soft',
  look: ({ use, shown, asset, name }) => {
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
        says: `“${name}” has ${count(widest)} pixels across and is shown ${count(shown.width)} wide, ${(shown.width / widest).toFixed(1)} times too few.`,
        remedy: 'Choose a smaller measure or a larger original.',
      }
    );
  },
};

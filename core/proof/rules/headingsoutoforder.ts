import { instead } from '../remedy.ts';
import type { PageRule } from './rule.ts';

export const headingsOutOfOrder: PageRule = {
  id: 'headings-out-of-order',
  lookAtPage: (steps) => {
    // The page's title is its first heading.
    let level = 1;
    return steps.flatMap((step) => {
      const { block, path } = step;
      if (block.type !== 'heading') return [];
      const before = level;
      level = block.attrs.level;
      const next = before + 1;
      if (level <= next) return [];
      return {
        severity: 'warn',
        where: `block-${path.join('-')}`,
        says: `A heading of level ${level} follows one of level ${before}.`,
        remedy: `Make it level ${next} (WCAG 1.3.1).`,
        remedies: [
          instead(step, `Make it level ${next}`, { ...block, attrs: { ...block.attrs, level: next } }),
        ],
      };
    });
  },
};

import type { PageRule } from './rule.ts';

export const headingsOutOfOrder: PageRule = {
  id: 'headings-out-of-order',
  lookAtPage: (steps) => {
    // The page's title is its first heading.
    let level = 1;
    return steps.flatMap(({ block, path }) => {
      if (block.type !== 'heading') return [];
      const before = level;
      level = block.attrs.level;
      if (level <= before + 1) return [];
      return {
        severity: 'warn',
        where: `block-${path.join('-')}`,
        says: `A heading of level ${level} follows one of level ${before}.`,
        remedy: `Make it level ${before + 1} (WCAG 1.3.1).`,
      };
    });
  },
};

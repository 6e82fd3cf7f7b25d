import type { HtmlRule } from './rule.ts';

export const idTwice: HtmlRule = {
  id: 'id-twice',
  severity: 'warn',
  why: 'No two elements have the same id: links and labels lead to the first (HTML, 3.2.6).',
  look: ({ elements }) => {
    const taken = new Map<string, number>();
    return elements.flatMap((at) => {
      const id = at.attributes.get('id') ?? '';
      const line = taken.get(id);
      if (id === '' || line === undefined) {
        if (id !== '') taken.set(id, at.place.line);
        return [];
      }
      return {
        at,
        says: `The id “${id.slice(0, 60)}” stands in line ${line} already.`,
        remedy: 'Give it another one.',
      };
    });
  },
};

import type { HtmlRule } from './rule.ts';

export const pageUnnamed: HtmlRule = {
  id: 'page-unnamed',
  severity: 'warn',
  why: 'A page is known by its title, and read out in its language (WCAG 2.4.2, 3.1.1).',
  look: ({ whole, elements }) => {
    const html = elements.find(({ tag }) => tag === 'html');
    if (!whole || !html) return [];
    const titled = elements.some(({ tag, words }) => tag === 'title' && words !== '');
    return [
      ...(titled ? [] : [{ at: html, says: 'The page has no title.', remedy: 'Give it one in its head.' }]),
      ...(html.attributes.get('lang')?.trim()
        ? []
        : [{ at: html, says: 'The page does not say its language.', remedy: 'Write it in lang, on html.' }]),
    ];
  },
};

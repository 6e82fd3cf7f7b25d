import { called } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

export const runsScript: HtmlRule = {
  id: 'runs-script',
  severity: 'warn',
  why: 'Script in a page can do whatever its visitors can; much of it stops at the first stricter policy (CSP3).',
  look: each((element) => {
    const { tag, attributes } = element;
    const type = attributes.get('type')?.trim().toLowerCase() ?? '';
    if (
      tag === 'script' &&
      (type === '' || /^(?:module|(?:text|application)\/(?:java|ecma)script)$/.test(type))
    )
      return {
        says: attributes.has('src') ? `A script is loaded: ${called(element)}.` : 'A script stands in it.',
        remedy: 'Take it out, or keep what it draws in a sandboxed frame.',
      };
    const handler = [...attributes.keys()].find((name) => /^on[a-z]{3,}$/.test(name));
    if (handler) return { says: `<${tag}> runs a script: ${handler}.`, remedy: 'Take the handler out.' };
    const address = attributes.get('href') ?? attributes.get('src') ?? attributes.get('action') ?? '';
    // Browsers leave out line ends and tabs in a scheme.
    return (
      /^javascript:/i.test(
        Array.from(address.slice(0, 200), (letter) => (letter > ' ' ? letter : '')).join(''),
      ) && {
        says: `<${tag}> leads to a script.`,
        remedy: 'Let it lead to an address.',
      }
    );
  }),
};

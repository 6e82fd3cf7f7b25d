import { expect, it } from 'vitest';
import { looksMarkdown } from './looksmarkdown.ts';

it.each([
  ['# Nights for families', true],
  ['See [the dome](https://a.example/dome).', true],
  ['Bring **warm** clothes.', true],
  ['- gloves\n- a hat', true],
  ['1. first\n2. second', true],
  ['| Day | Opens |\n|-----|-------|\n| Fri | 19 |', true],
  ['```\ncode\n```', true],
  ['10*0.1 and a*b, __init__, 5 ** 2 ** 3', false],
  ['- one line that is said', false],
  ['#dome at six', false],
  ['An array[0](x) is none', false],
  ['Words and more words.\nAnd another line.', false],
  ['*'.repeat(50_000), false],
])('%j: %s', (text, is) => expect(looksMarkdown(text)).toBe(is));

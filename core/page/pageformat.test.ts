import { readFileSync } from 'node:fs';
import * as v from 'valibot';
import { expect, it } from 'vitest';
import { BlockSchema, FORMAT, PageDocumentSchema } from './document.ts';
import { kinds } from './kinds/index.ts';

const PAGE = readFileSync(new URL('../../docs/page.md', import.meta.url), 'utf8');
const examples = [...PAGE.matchAll(/```json\n([^`]+)```/g)].map(
  ([, json]) => JSON.parse(json ?? '') as { type: string },
);

it('the description of the format has an example of each kind, and each is one', () => {
  for (const example of examples)
    expect(
      v.is(example.type === 'doc' ? PageDocumentSchema : BlockSchema, example),
      JSON.stringify(example),
    ).toBe(true);
  const shown = JSON.stringify(examples);
  for (const { type } of kinds()) expect(shown).toContain(`"type":"${type}"`);
  expect(PAGE).toContain(`"format": ${FORMAT}`);
});

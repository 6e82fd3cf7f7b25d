import { readdirSync } from 'node:fs';
import { expect, it } from 'vitest';
import { JOBS } from './index.ts';

it('every job is a file of its name here, and in the list', () => {
  const files = readdirSync(new URL('.', import.meta.url))
    .filter((file) => !file.includes('.test.') && file !== 'index.ts')
    .map((file) => file.replace('.ts', ''));
  expect(JOBS.map(({ name }) => name).toSorted()).toEqual(files.toSorted());
});

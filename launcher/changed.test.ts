import { existsSync, readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { DRIVEN, drivenBy } from './changed.ts';
import { ROOT } from './testpart.ts';

const driving = readdirSync(`${ROOT}e2e`).filter((name) => name.endsWith('.e2e.ts'));
const folders = readdirSync(`${ROOT}web`, { withFileTypes: true })
  .filter((entry) => entry.isDirectory() && !['dist', 'node_modules', 'public'].includes(entry.name))
  .map(({ name }) => `web/${name}`);

describe('what drives a change', () => {
  it.each(folders)('in %s is there', (folder) => {
    const driven = drivenBy(`${folder}/any.tsx`);
    expect(driven.length).toBeGreaterThan(0);
    for (const file of driven) expect(driving).toContain(file.replace('e2e/', ''));
  });

  it.each(Object.entries(DRIVEN))('in %s is all there, and so is what it drives', (folder, names) => {
    expect(existsSync(`${ROOT}${folder}`)).toBe(true);
    for (const name of names) expect(driving).toContain(`${name}.e2e.ts`);
  });

  it('is what the narrowest folder names', () => {
    expect(drivenBy('web/place/own/facts.tsx')).toEqual(['e2e/ownfacts.e2e.ts']);
    expect(drivenBy('e2e/line.e2e.ts')).toEqual(['e2e/line.e2e.ts']);
    expect(drivenBy('docs/page.md')).toEqual([]);
  });
});

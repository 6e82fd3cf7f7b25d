import { readdirSync } from 'node:fs';
import { expect, it } from 'vitest';
import { SETTINGS, settingOf } from '@placard/core/page';
import { deskSettingOf } from './index.ts';

it('the desk has a file for every setting that pages have', () => {
  const files = readdirSync(new URL('.', import.meta.url))
    .filter((file) => file.endsWith('.tsx') && file !== 'fields.tsx')
    .map((file) => file.replace('.tsx', ''));
  expect(files.toSorted()).toEqual(SETTINGS.toSorted());
  for (const name of SETTINGS) {
    expect(settingOf(name).name).toBe(name);
    expect(deskSettingOf(name)).toMatchObject({ name });
  }
});

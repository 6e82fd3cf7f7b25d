import type { SettingName } from '@placard/core/page';
import type { DeskSetting } from './desksetting.ts';

/** Every setting that the desk knows: one file each. */
const EACH = new Map(
  Object.values(
    import.meta.glob<DeskSetting>(['./*.tsx', '!./fields.tsx'], {
      eager: true,
      import: 'default',
    }),
  ).map((setting) => [setting.name, setting]),
);

/** What the desk knows of a setting. Throws a TypeError for one that it has no file for. */
export function deskSettingOf(name: SettingName): DeskSetting {
  const setting = EACH.get(name);
  if (!setting) throw new TypeError(`The desk has nothing on the setting ${name}.`);
  return setting;
}

import type { Item } from '../kinds/item.ts';
import type { SettingName } from '../together.ts';
import { cards } from './cards.ts';
import { columns } from './columns.ts';
import { rows, slides, tiles } from './gallery.ts';
import { opener } from './opener.ts';
import type { Setting } from './setting.ts';
import { sidenote } from './sidenote.ts';

/** Every setting, in the order in which they are looked at. All else that is known of settings is worked out from these. */
const ALL: readonly Setting[] = [cards, columns, rows, tiles, slides, opener, sidenote];

const byName = new Map<SettingName, Setting>(ALL.map((setting) => [setting.name, setting]));

/** What is known of a setting. */
export function settingOf(name: SettingName): Setting {
  const setting = byName.get(name);
  if (!setting) throw new TypeError(`There is no setting called ${name}.`);
  return setting;
}

/** The settings that make sense for some things. */
export const settingsFor = (items: readonly Item[]): SettingName[] =>
  ALL.filter((setting) => setting.fits(items)).map(({ name }) => name);

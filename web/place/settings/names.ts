import type { SettingName } from '@placard/core/page';

/** What settings are called. */
export const SETTING_NAMES: Record<SettingName, string> = {
  cards: 'as cards',
  columns: 'in columns',
  rows: 'a gallery in rows',
  tiles: 'a gallery in tiles',
  slides: 'as slides',
  sidenote: 'a note at the side',
  opener: 'an opener',
};

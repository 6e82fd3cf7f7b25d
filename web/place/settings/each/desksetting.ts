import type { Editor } from '@tiptap/react';
import type { ComponentType } from 'react';
import type { Site } from '@placard/core/contract';
import type { RenderContext, AvailableWidth, SettingName, Things, TogetherSaid } from '@placard/core/page';
import type { FoundTogether } from '../../desk/together.ts';

/** What the fields of a setting are drawn from. */
export interface SettingFieldsProps {
  editor: Editor;
  found: FoundTogether;
  things: Things;
  site: Site;
  context: RenderContext;
  /** The room that all of it has; and that of the column, which it may leave. */
  room: AvailableWidth;
  outer: AvailableWidth;
  say: (said: Partial<TogetherSaid>) => void;
}

/** What the desk has to know of a setting: a file of its own here. */
export interface DeskSetting {
  name: SettingName;
  /** What it is called. */
  called: string;
  /** How it falls on a phone. */
  phone: string;
  /** How many things can be seen of it where it is drawn small. */
  seen: number;
  /** It shows titles, words and links, not only what things show. */
  words: boolean;
  /** Whether the order can be turned round on narrow screens. */
  turns?: (things: Things, room: AvailableWidth) => boolean;
  /** What it still asks. */
  Fields: ComponentType<SettingFieldsProps>;
}

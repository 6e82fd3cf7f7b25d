import type { Editor } from '@tiptap/react';
import type { Page, Site } from '@placard/core/contract';
import type { SelectedPlacement } from '../desk/selectedplacement.ts';

/** What stands beside the page for a kind that is selected. */
export interface PanelProps {
  editor: Editor;
  selected: SelectedPlacement;
  site: Site;
  page: Page;
}

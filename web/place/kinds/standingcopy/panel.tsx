import { CopyPanel } from '../../copies/copypanel.tsx';
import type { PanelProps } from '../../standing/panelprops.ts';

/** What stands there from elsewhere, and where else it does. */
export function StandingCopyPanel({ editor, selected }: PanelProps) {
  return selected.copy && <CopyPanel editor={editor} id={selected.id} copy={selected.copy} />;
}

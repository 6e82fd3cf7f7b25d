import type { BoxBlock } from '@placard/core/page';
import { BoxControls } from '../../../embed/boxcontrols.tsx';

import { selectedBlock } from '../../desk/selectedplacement.ts';
import { setPlaced } from '../../desk/setattributes.ts';
import type { PanelProps } from '../../standing/panelprops.ts';
import { StandingPanel } from '../../standing/standingpanel.tsx';

/** How a box stands, and what can be said of it. */
export function BoxPanel(props: PanelProps) {
  const { editor, selected, site } = props;
  const block = selectedBlock<BoxBlock>(editor, selected.id);
  return (
    <>
      <StandingPanel {...props} />
      {block && (
        <section aria-label="The box" key={selected.id}>
          <BoxControls
            block={block}
            site={site}
            onChange={(attributes) => setPlaced(editor, selected.id, { ...attributes })}
          />
        </section>
      )}
    </>
  );
}

import type { LinkCardBlock } from '@placard/core/page';
import { CardControls } from '../../../embed/cardcontrols.tsx';

import { selectedBlock } from '../../desk/selectedplacement.ts';
import { setPlaced } from '../../desk/setattributes.ts';
import type { PanelProps } from '../../standing/panelprops.ts';
import { StandingPanel } from '../../standing/standingpanel.tsx';

/** How a link card stands, and what can be said of it. */
export function LinkCardPanel(props: PanelProps) {
  const { editor, selected, page } = props;
  const block = selectedBlock<LinkCardBlock>(editor, selected.id);
  return (
    <>
      <StandingPanel {...props} />
      {block && (
        <section aria-label="The link card" key={selected.id}>
          <CardControls
            block={block}
            section={page.section.id}
            onChange={(attributes) => setPlaced(editor, selected.id, { ...attributes })}
          />
        </section>
      )}
    </>
  );
}

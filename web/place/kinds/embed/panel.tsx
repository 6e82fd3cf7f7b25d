import type { Embed } from '@placard/core/page';
import { EmbedControls } from '../../../embed/embedcontrols.tsx';
import type { HostsStill } from '../../../embed/stillchoice.tsx';
import { selectedBlock } from '../../desk/selectedplacement.ts';
import { setPlaced } from '../../desk/setattributes.ts';
import type { PanelProps } from '../../standing/panelprops.ts';
import { StandingPanel } from '../../standing/standingpanel.tsx';

/** How an embed stands, and what can be said of it. */
export function EmbedPanel(props: PanelProps) {
  const { editor, selected, page } = props;
  const block = selectedBlock<Embed>(editor, selected.id);
  return (
    <>
      <StandingPanel {...props} />
      {block && (
        <section aria-label="The embed" key={selected.id}>
          <EmbedControls
            block={block}
            section={page.section.id}
            hosts={stillOf(block)}
            onChange={(attributes) => setPlaced(editor, selected.id, { ...attributes })}
          />
        </section>
      )}
    </>
  );
}

const stillOf = ({ attrs: { film, frame } }: Embed): HostsStill | null =>
  film?.still
    ? { address: film.still, title: frame.title, creator: film.owner, page: film.page, preview: null }
    : null;

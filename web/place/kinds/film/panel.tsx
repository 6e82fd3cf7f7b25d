import { Select } from '../../../kit/select.tsx';
import { setPlaced } from '../../desk/setattributes.ts';
import { CreditPlaceChoice } from '../../standing/creditplace.tsx';
import { OwnWords } from '../../standing/ownwords.tsx';
import type { PanelProps } from '../../standing/panelprops.ts';
import { StandingPanel } from '../../standing/standingpanel.tsx';

/** How a film or a sound stands, and how what is said in it is written out. */
export function FilmPanel(props: PanelProps) {
  const { editor, selected } = props;
  return (
    <StandingPanel {...props}>
      <CreditPlaceChoice editor={editor} selected={selected} without="foot" />
      <div className="mt-2 text-[13px]">
        <Select
          label="What is said in it, written out"
          value={selected.transcript ?? 'not'}
          onChange={(how) => setPlaced(editor, selected.id, { transcript: how === 'not' ? null : how })}
          options={[
            ['not', 'not in the page'],
            ['below', 'below it'],
            ['folded', 'below it, folded away'],
          ]}
        />
      </div>
      <OwnWords editor={editor} selected={selected} />
    </StandingPanel>
  );
}

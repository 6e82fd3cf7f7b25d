import { useEditorState, type Editor } from '@tiptap/react';
import type { Site } from '@placard/core/contract';
import { MeasureRule } from '../kit/measurerule.tsx';
import { selectedPlacement } from './desk/selectedplacement.ts';

/** The ruler above the page, with the measure that what is selected has. */
export function MeasuresRule({
  editor,
  measures,
  column,
}: {
  editor: Editor;
  measures: Site['measures'];
  column: number;
}) {
  const chosen = useEditorState({
    editor,
    selector: ({ editor: now }) => {
      const said = selectedPlacement(now)?.said;
      return said && !said.width ? said.measure : undefined;
    },
  });
  return <MeasureRule measures={measures} column={column} chosen={chosen} />;
}

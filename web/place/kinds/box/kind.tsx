import { FREE_STANDING, type BoxBlock } from '@placard/core/page';
import { BlockPreview } from '../../../embed/blockpreview.tsx';
import { placedKind } from '../kind.ts';
import { BoxPanel } from './panel.tsx';

export default placedKind<BoxBlock>({
  type: 'box',
  defaults: { id: '', ...FREE_STANDING, boxed: null, caption: '' },
  called: ({ attrs }) => `${attrs.boxed.title} (box)`,
  panel: BoxPanel,
  // Nothing foreign is shown by the application itself.
  replaced: (block) => ({ iframe: (_, { style }) => <BlockPreview block={block} look={style} asleep /> }),
});

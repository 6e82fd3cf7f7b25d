import { FREE_STANDING, type Embed } from '@placard/core/page';
import { BlockPreview } from '../../../embed/blockpreview.tsx';
import { placedKind } from '../kind.ts';
import { EmbedPanel } from './panel.tsx';

export default placedKind<Embed>({
  type: 'embed',
  defaults: { id: '', ...FREE_STANDING, frame: null, narrow: null, still: null, caption: '', film: null },
  called: ({ attrs }) => `${attrs.frame.title} (embed)`,
  panel: EmbedPanel,
  // Nothing foreign is shown by the application itself.
  replaced: (block) => ({ iframe: (_, { style }) => <BlockPreview block={block} look={style} asleep /> }),
});

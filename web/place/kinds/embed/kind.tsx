import { FREE_STANDING, type Embed } from '@placard/core/page';
import { FramePreview } from '../../../embed/framepreview.tsx';
import { placedKind } from '../kind.ts';

export default placedKind<Embed>({
  type: 'embed',
  defaults: { id: '', ...FREE_STANDING, frame: null, caption: '', film: null },
  called: ({ attrs }) => `${attrs.frame.title} (embed)`,
  // Nothing foreign is shown by the application itself.
  replaced: ({ attrs }) => ({ iframe: () => <FramePreview frame={attrs.frame} asleep /> }),
});

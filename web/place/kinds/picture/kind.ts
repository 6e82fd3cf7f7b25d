import { FREE_STANDING, type Picture } from '@placard/core/page';
import { placedKind } from '../kind.ts';
import { PicturePanel } from './panel.tsx';

export default placedKind<Picture>({
  type: 'picture',
  defaults: {
    id: '',
    ...FREE_STANDING,
    asset: '',
    ownAlt: null,
    ownCaption: null,
    credit: 'below',
    box: null,
    newWindow: null,
    large: null,
    linksTo: null,
    version: null,
    film: null,
  },
  called: () => 'picture',
  panel: PicturePanel,
});

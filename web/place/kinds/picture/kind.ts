import { FIRST_STANDING, type Picture } from '@placard/core/page';
import { placedKind } from '../kind.ts';

export default placedKind<Picture>({
  type: 'picture',
  defaults: {
    id: '',
    ...FIRST_STANDING,
    asset: '',
    ownAlt: null,
    ownCaption: null,
    credit: 'below',
    linksTo: null,
    version: null,
    film: null,
  },
  called: () => 'picture',
});

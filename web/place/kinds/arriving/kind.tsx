import { FREE_STANDING, type Arriving } from '@placard/core/page';
import { ArrivingView } from '../../desk/arrivingview.tsx';
import { placedKind } from '../kind.ts';

export default placedKind<Arriving>({
  type: 'arriving',
  defaults: {
    id: '',
    ...FREE_STANDING,
    media: 'picture',
    address: '',
    arrival: null,
    alt: null,
    caption: '',
  },
  called: ({ attrs }) => `${attrs.media}, not held yet`,
  instead: ArrivingView,
});

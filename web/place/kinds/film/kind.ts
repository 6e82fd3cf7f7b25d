import { FREE_STANDING, type Film } from '@placard/core/page';
import { placedKind } from '../kind.ts';
import { FilmPanel } from './panel.tsx';

export default placedKind<Film>({
  type: 'film',
  defaults: {
    id: '',
    ...FREE_STANDING,
    asset: '',
    ownAlt: null,
    ownCaption: null,
    credit: 'below',
    transcript: null,
  },
  called: () => 'film',
  panel: FilmPanel,
  nothing: () => 'It is being prepared, and is to be played here as soon as it is.',
});

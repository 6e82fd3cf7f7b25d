import type { StandingCopy } from '@placard/core/page';
import { StandingCopyView } from '../../copies/standingcopyview.tsx';
import { placedKind } from '../kind.ts';

export default placedKind<StandingCopy>({
  type: 'standingCopy',
  defaults: { id: '', copy: '' },
  called: () => 'Standing copy',
  instead: StandingCopyView,
});

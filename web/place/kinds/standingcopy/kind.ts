import type { StandingCopy } from '@placard/core/page';
import { StandingCopyView } from '../../copies/standingcopyview.tsx';
import { placedKind } from '../kind.ts';
import { StandingCopyPanel } from './panel.tsx';

export default placedKind<StandingCopy>({
  type: 'standingCopy',
  defaults: { id: '', copy: '' },
  called: () => 'Standing copy',
  panel: StandingCopyPanel,
  instead: StandingCopyView,
});

import { readAsset, type AssetDetail } from '@placard/core/contract';
import { useAsk } from '../../kit/asking.ts';
import type { SelectedPlacement } from '../desk/selectedplacement.ts';

/** What is held of the asset that a selected placement shows; null for none, and until it is answered. */
export function useHeldAsset({ asset }: Pick<SelectedPlacement, 'asset'>): AssetDetail | null {
  return useAsk(readAsset, { params: { id: asset ?? '' } }, { enabled: asset !== null }).data ?? null;
}

import { Dialog } from 'radix-ui';
import { readAsset, type Asset } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { LargeView } from '../kit/largeview.tsx';
import { inBytes, inPixels } from '@placard/core/text';

/** One asset as large as the window allows; the arrow keys go on to its neighbours. */
export function QuickView({
  asset,
  onStep,
  onClose,
}: {
  asset: Asset;
  onStep: (by: -1 | 1) => void;
  onClose: () => void;
}) {
  const detail = useAsk(readAsset, { params: { id: asset.id } });
  const renditions = detail.data?.renditions ?? [];
  const large = renditions.toSorted((a, b) => b.width - a.width || b.mime.localeCompare(a.mime))[0];
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-ink/85" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-6 z-50 grid grid-rows-[minmax(0,1fr)_auto] bg-card outline-none"
          onKeyDown={(event) => {
            if (event.key === 'ArrowRight') onStep(1);
            if (event.key === 'ArrowLeft') onStep(-1);
            if (event.key === ' ' && event.target === event.currentTarget) onClose();
          }}
        >
          <div className="grid min-h-0 place-items-center p-4">
            {detail.data ? (
              <LargeView
                asset={detail.data}
                src={large?.url ?? asset.thumbnail ?? undefined}
                label={
                  asset.facts.kind === 'picture' ? asset.placard.alt : asset.placard.title || asset.fileName
                }
                className="max-h-full max-w-full object-contain"
              />
            ) : (
              asset.thumbnail && (
                <img src={asset.thumbnail} alt="" className="max-h-full max-w-full object-contain" />
              )
            )}
          </div>
          <div className="flex flex-wrap items-baseline gap-x-4 border-t border-rule px-5 py-2.5">
            <Dialog.Title className="text-[16px]">{asset.placard.title || asset.fileName}</Dialog.Title>
            <span className="text-soft">
              {asset.facts.width > 0 && `${inPixels(asset.facts.width, asset.facts.height)} px, `}
              {inBytes(asset.bytes)}
            </span>
            <span className="ml-auto flex gap-2">
              <button type="button" className="button-plain" onClick={() => onStep(-1)}>
                Earlier
              </button>
              <button type="button" className="button-plain" onClick={() => onStep(1)}>
                Later
              </button>
              <Dialog.Close className="button">Close</Dialog.Close>
            </span>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

import { binAssets } from '@placard/core/contract';
import { useDo } from '../kit/asking.ts';
import { InsteadChoice } from '../placard/insteadchoice.tsx';

/** Chooses what takes the place of an asset in every page it stands in, and bins it then. */
export function Replacement({ id, title, onDone }: { id: string; title: string; onDone: () => void }) {
  const bin = useDo(binAssets);
  return (
    <div className="mt-1.5">
      <InsteadChoice
        id={id}
        title={title}
        busy={bin.isPending}
        onChoose={(instead) => bin.mutate({ body: { assets: [id], instead } }, { onSuccess: onDone })}
      />
      {bin.error && (
        <p role="alert" className="text-madder">
          {bin.error.message}
        </p>
      )}
    </div>
  );
}

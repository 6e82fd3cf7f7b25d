import { useState } from 'react';
import { decidePermission, readSite, type AssetDetail, type Judged } from '@placard/core/contract';
import { useAsk, useMay } from '../kit/asking.ts';
import { TabList, TabPanel, Tabs } from '../kit/tabs.tsx';
import { ChangesView } from './changesview.tsx';
import { CreditView } from './creditview.tsx';
import { MayWeView } from './mayweview.tsx';
import { OnFileView } from './onfileview.tsx';

const VIEWS = [
  ['may-we', 'May we?'],
  ['credit', 'Credit'],
  ['on-file', 'On file'],
  ['changes', 'Changes'],
] as const;

/** What belongs to a label and is not written on it. */
export function BesideLabel({ asset, judged }: { asset: AssetDetail; judged: Judged | undefined }) {
  const mayDecide = useMay(decidePermission);
  const site = useAsk(readSite, {}, { staleTime: 60_000 });
  const [view, setView] = useState<(typeof VIEWS)[number][0]>('may-we');
  return (
    <section aria-label="What belongs to this label" className="min-h-0">
      <Tabs chosen={view} onChoose={setView} className="flex h-full min-h-0 flex-col gap-2">
        <TabList label="What to look at" tabs={VIEWS} />
        <TabPanel tab={view} className="min-h-0 overflow-y-auto pr-1">
          {view === 'may-we' && judged && <MayWeView judged={judged} />}
          {view === 'credit' && site.data && <CreditView asset={asset} site={site.data} />}
          {view === 'on-file' && <OnFileView id={asset.id} mayDecide={mayDecide} />}
          {view === 'changes' && <ChangesView id={asset.id} />}
        </TabPanel>
      </Tabs>
    </section>
  );
}

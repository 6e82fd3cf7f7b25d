import { lazy, Suspense } from 'react';
import type { DeskSetting } from './desksetting.ts';
import { AcrossField } from './fields.tsx';

const OpenerControls = lazy(() => import('../openercontrols.tsx'));

const setting: DeskSetting = {
  name: 'opener',
  called: 'an opener',
  phone: 'On a phone it stands upright, in the part of the picture that narrow screens have.',
  seen: 1,
  words: true,
  Fields: ({ editor, found, things, site, context, outer, say }) => (
    <>
      <Suspense>
        <OpenerControls editor={editor} found={found} things={things} site={site} context={context} />
      </Suspense>
      <AcrossField things={things} say={say} outer={outer} />
    </>
  ),
};
export default setting;

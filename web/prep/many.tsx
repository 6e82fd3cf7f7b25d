import { Checkbox } from '../kit/checkbox.tsx';
import { Select } from '../kit/select.tsx';
import { useEffect, useState } from 'react';
import * as v from 'valibot';
import { Link, useLocation, useNavigate } from 'react-router';
import {
  changePrepSheet,
  createPrepSheet,
  listPrepSheets,
  readSite,
  removePrepSheet,
  startBatch,
  type PrepSheet,
} from '@placard/core/contract';
import { BLANK_SHEET, SheetSchema, type Sheet } from '@placard/core/prep';
import { useAsk, useDo, useMay } from '../kit/asking.ts';
import { OneLine } from '../kit/fields.tsx';
import { useFilling } from '../kit/form.tsx';
import { inHand, useHavingInHand, useInHand } from '../kit/inhand.ts';
import { Notice } from '../kit/notice.tsx';
import { plural } from '@placard/core/text';
import { Batches } from './batches.tsx';
import { SheetForm } from './sheetform.tsx';

const ChosenSchema = v.array(v.string());

/** Prepares many pictures by one sheet, and keeps the sheets. */
export default function Many() {
  const { state } = useLocation() as { state: { assets?: string[] } | null };
  const navigate = useNavigate();
  const [chosen, choose] = useState(() => state?.assets ?? inHand('prep many', ChosenSchema) ?? []);
  useHavingInHand('prep many', chosen, chosen.length > 0);
  const leave = () => {
    choose([]);
    void navigate('/prep/many', { replace: true, state: null });
  };
  const [sheet, setSheet] = useInHand('prep sheet', SheetSchema, BLANK_SHEET);
  const [kept, setKept] = useState<PrepSheet | null>(null);
  const start = useDo(startBatch);
  const blank = JSON.stringify(sheet) === JSON.stringify(BLANK_SHEET);
  const mayWrite = useMay(startBatch);
  return (
    <main className="h-full overflow-y-auto px-5 py-4">
      <div className="mx-auto grid max-w-[1240px] grid-cols-[minmax(0,1fr)_400px] items-start gap-6 max-lg:grid-cols-1">
        <div>
          <div className="mb-3 flex flex-wrap items-baseline gap-3">
            <h1 className="mr-auto">Prepare many</h1>
            <Link className="button-plain" to="/prep">
              One by one
            </Link>
          </div>
          {mayWrite && (
            <section aria-label="What to prepare" className="mb-4 border border-rule bg-card px-4 py-3">
              {chosen.length === 0 ? (
                <p>
                  Nothing is chosen yet.{' '}
                  <Link className="underline" to="/holdings?kind=picture">
                    Choose pictures in the holdings
                  </Link>
                  , then press “Prepare” there. The sheet at the right can be written meanwhile.
                </p>
              ) : (
                <>
                  <p className="mb-2">
                    {plural(chosen.length, 'asset')} chosen. The originals stay as they are; each picture gets
                    a new version, used wherever it stands.
                  </p>
                  <button
                    type="button"
                    className="button button-go"
                    disabled={start.isPending || blank}
                    onClick={() =>
                      start.mutate(
                        {
                          body: { assets: chosen, sheetName: kept?.name ?? 'a sheet without a name', sheet },
                        },
                        { onSuccess: leave },
                      )
                    }
                  >
                    Prepare {plural(chosen.length, 'picture')}
                  </button>
                  <button type="button" className="button-plain ml-3" onClick={leave}>
                    Cancel
                  </button>
                  {blank && <span className="caption ml-3">The sheet says nothing yet.</span>}
                </>
              )}
              {start.error && <Notice severity="stop">{start.error.message}</Notice>}
            </section>
          )}
          <Batches mayWrite={mayWrite} />
        </div>
        <aside aria-label="Prep sheet" className="border border-rule bg-card px-4 py-3.5">
          <Sheets
            sheet={sheet}
            kept={kept}
            mayWrite={mayWrite}
            onTake={(next) => {
              setKept(next);
              setSheet(next?.sheet ?? BLANK_SHEET);
            }}
          />
          <SheetForm sheet={sheet} onChange={setSheet} />
        </aside>
      </div>
    </main>
  );
}

/** The saved sheets: take one up, save it anew, make it the rule of sections. */
function Sheets({
  sheet,
  kept,
  mayWrite,
  onTake,
}: {
  sheet: Sheet;
  kept: PrepSheet | null;
  mayWrite: boolean;
  onTake: (sheet: PrepSheet | null) => void;
}) {
  const sheets = useAsk(listPrepSheets);
  const site = useAsk(readSite);
  const change = useDo(changePrepSheet);
  const remove = useDo(removePrepSheet);
  const now = sheets.data?.find(({ id }) => id === kept?.id) ?? null;
  const altered = now !== null && JSON.stringify(now.sheet) !== JSON.stringify(sheet);
  const store = (wish: Partial<PrepSheet>) => {
    if (!now) return;
    const { id, version, sections } = now;
    change.mutate(
      { params: { id }, body: { version, name: now.name, sheet: now.sheet, sections, ...wish } },
      { onSuccess: (saved) => onTake({ ...now, ...wish, version: saved.version }) },
    );
  };
  const error = change.error ?? remove.error;
  return (
    <div className="mb-3 border-b border-rule pb-3">
      <h2 className="mb-2">Prep sheet</h2>
      <Select
        className="w-full"
        label="Saved prep sheets"
        hideLabel
        value={now?.id ?? ''}
        onChange={(chosen) => onTake(sheets.data?.find(({ id }) => id === chosen) ?? null)}
        options={[['', 'not saved'], ...(sheets.data ?? []).map(({ id, name }) => [id, name] as const)]}
      />
      {mayWrite && now && (
        <>
          <div className="mt-1.5 flex flex-wrap gap-2">
            {altered && (
              <button type="button" className="button" onClick={() => store({ sheet })}>
                Save the changes
              </button>
            )}
            <button
              type="button"
              className="button-plain"
              onClick={() => remove.mutate({ params: { id: now.id } }, { onSuccess: () => onTake(null) })}
            >
              Remove this sheet
            </button>
          </div>
          <fieldset className="mt-1.5">
            <legend className="caption">The rule for what is accepted into</legend>
            {site.data?.sections.map(({ id, title }) => (
              <Checkbox
                key={id}
                className="inline-flex mr-3"
                checked={now.sections.includes(id)}
                onChange={(on) =>
                  store({
                    sections: on ? [...now.sections, id] : now.sections.filter((other) => other !== id),
                  })
                }
              >
                {title}
              </Checkbox>
            ))}
          </fieldset>
        </>
      )}
      {mayWrite && <NewSheet sheet={sheet} onSaved={onTake} />}
      {error && <Notice severity="stop">{error.message}</Notice>}
    </div>
  );
}

function NewSheet({ sheet, onSaved }: { sheet: Sheet; onSaved: (sheet: PrepSheet) => void }) {
  // What it says goes on changing while its name is typed.
  const filling = useFilling(createPrepSheet, {
    start: { name: '', sheet },
    onDone: ({ id }) => {
      const name = filling.form.getValues('name').trim();
      filling.form.resetField('name');
      onSaved({ id, name, sheet: filling.form.getValues('sheet'), version: 1, sections: [] });
    },
  });
  const { form } = filling;
  useEffect(() => form.setValue('sheet', sheet), [form, sheet]);
  return (
    <div className="mt-1.5">
      <OneLine
        filling={filling}
        name="name"
        label="Name for a new sheet"
        placeholder="Save under a new name"
        go="Save"
      />
    </div>
  );
}

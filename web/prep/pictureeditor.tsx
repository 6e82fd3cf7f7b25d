import { Redo2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import {
  openForPrep,
  saveVersion,
  type AssetDetail,
  type Site,
  type VersionLine,
} from '@placard/core/contract';
import { seenThrough, within, type Rectangle, type Size } from '@placard/core/geometry';
import { editOf, focalIn, parted, windowAfter, withEdit, type Edit } from '@placard/core/prep';
import { useAsk, useDo } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';
import { inPixels, plural } from '../kit/words.ts';
import { CropArea, FocalDot } from './croparea.tsx';
import { DoneList } from './donelist.tsx';
import { FinishTool } from './finishtool.tsx';
import { LightTool } from './lighttool.tsx';
import { OutputTool } from './outputtool.tsx';
import { fitted, readShape } from './reading.ts';
import { Renditions } from './renditions.tsx';
import { Seen } from './seen.tsx';
import { ratioOf, ShapeTool, type RatioName } from './shapetool.tsx';
import { SizeTool } from './sizetool.tsx';
import { Strip } from './strip.tsx';
import { usePreparation } from './usepreparation.ts';
import { useStage } from './usestage.ts';
import { Versions } from './versions.tsx';

const TOOLS = [
  ['shape', 'Shape'],
  ['size', 'Size'],
  ['light', 'Light and colour'],
  ['finish', 'Finish'],
  ['files', 'Files'],
] as const;
type Tool = (typeof TOOLS)[number][0];

interface PictureEditorProps {
  asset: AssetDetail;
  site: Site;
  versions: VersionLine[];
  mayWrite: boolean;
  /** The one place that it is prepared for, where it was opened from there. */
  place: { page: string; place: string; title: string } | null;
}

/** One picture: what is done to it, drawn on it, and every rendition as it will come out. */
export function PictureEditor({ asset, site, versions, mayWrite, place }: PictureEditorProps) {
  const current =
    versions.find(({ standing }) => standing === 'next') ??
    versions.find(({ standing }) => standing === 'current');
  const opened = useAsk(openForPrep, { params: { id: asset.id } }, { staleTime: Number.POSITIVE_INFINITY });
  if (opened.error) return <Notice severity="stop">{opened.error.message}</Notice>;
  if (!opened.data || !current) return <div className="min-h-[400px]" aria-busy="true" />;
  return (
    <Workbench
      key={`${asset.id} ${current.id}`}
      {...{ asset, site, versions, mayWrite, place, current }}
      opened={opened.data}
    />
  );
}

function Workbench({
  asset,
  site,
  versions,
  mayWrite,
  place,
  current,
  opened,
}: PictureEditorProps & {
  current: VersionLine;
  opened: { preview: string; improved: Parameters<typeof LightTool>[0]['improved'] };
}) {
  const { now, set, changed, undo, redo } = usePreparation(current.preparation);
  const [tool, setTool] = useState<Tool>('shape');
  const [screen, setScreen] = useState<'wide' | 'narrow'>('wide');
  const [ratio, setRatio] = useState<RatioName>('free');
  const [compared, setCompared] = useState<number | null>(null);
  const save = useDo(saveVersion);
  const [looked, setLooked] = useState<string | null>(null);
  const written = JSON.stringify(now);
  const [kept, setKept] = useState<string | null>(null);
  const keep = (use: 'everywhere' | 'nowhere' | { page: string; place: string }) =>
    save.mutate(
      { params: { id: asset.id }, body: { preparation: now, use } },
      { onSuccess: () => setKept(written) },
    );
  const original = current.original;
  const setEdits = (edits: Edit[], settled: boolean) => set(fitted({ ...now, edits }, original), settled);
  const seen = readShape(now, original);
  const { shape } = parted(now.edits);
  const uncut = windowAfter(
    shape.filter(({ kind }) => kind !== 'crop' && kind !== 'resize'),
    original,
  );
  const cropping = tool === 'shape' && screen === 'wide';
  const cuttingNarrow = tool === 'shape' && screen === 'narrow';
  const rectangle: Rectangle = cuttingNarrow
    ? (now.narrow ?? { x: 0, y: 0, ...seen.size })
    : (editOf(now.edits, 'crop') ?? { x: 0, y: 0, ...uncut.size });
  const cutFrom: Size = cuttingNarrow ? seen.size : uncut.size;
  const setCrop = (wished: Rectangle | null, settled: boolean) => {
    const part = wished && within(wished, cutFrom);
    const all = part && part.width === cutFrom.width && part.height === cutFrom.height;
    if (cuttingNarrow) return set({ ...now, narrow: part && !all ? { ...part } : null }, settled);
    const edits = withEdit(
      withEdit(now.edits, 'resize', null),
      'crop',
      part && !all ? { kind: 'crop', ...part } : null,
    );
    return setEdits(edits, settled);
  };
  const shown = cropping ? uncut : seen.window;
  const stage = useStage(shown.size);
  const focal = focalIn(shown, now.focal, original);
  const whole = windowAfter(
    shape.filter(({ kind }) => kind !== 'resize'),
    original,
  ).size;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_372px] items-start gap-5 max-lg:grid-cols-1">
      <div className="min-w-0">
        <div className="mb-2 flex flex-wrap items-center gap-1.5">
          <div role="tablist" aria-label="What to work on" className="flex flex-wrap gap-1">
            {TOOLS.map(([name, says]) => (
              <button
                key={name}
                type="button"
                role="tab"
                aria-selected={tool === name}
                className="border-b-2 border-transparent px-2.5 py-1 font-semibold text-soft hover:text-ink aria-selected:border-madder aria-selected:text-ink"
                onClick={() => setTool(name)}
              >
                {says}
              </button>
            ))}
          </div>
          <span className="ml-auto flex items-center gap-1">
            <button
              type="button"
              className="button-plain"
              disabled={now.edits.length === 0}
              onClick={() => setCompared(compared === null ? 50 : null)}
            >
              {compared === null ? 'Compare with before' : 'Stop comparing'}
            </button>
            <button
              type="button"
              aria-label="Undo (Ctrl Z)"
              className="p-1 hover:text-madder disabled:text-rule"
              disabled={!undo}
              onClick={() => undo?.()}
            >
              <Undo2 aria-hidden className="size-4" />
            </button>
            <button
              type="button"
              aria-label="Redo (Ctrl Shift Z)"
              className="p-1 hover:text-madder disabled:text-rule"
              disabled={!redo}
              onClick={() => redo?.()}
            >
              <Redo2 aria-hidden className="size-4" />
            </button>
          </span>
        </div>
        <div ref={stage.ref} className="border border-rule bg-card p-3">
          <div
            className="relative"
            style={{ width: stage.width, marginLeft: stage.left }}
            data-testid="stage"
          >
            <Seen
              src={opened.preview}
              original={original}
              window={shown}
              look={now.edits}
              width={stage.width}
            ></Seen>
            {tool === 'shape' && compared === null && (
              <CropArea
                label={cuttingNarrow ? 'Part for narrow screens' : 'Crop'}
                rectangle={rectangle}
                size={cutFrom}
                scale={stage.width / cutFrom.width}
                ratio={ratioOf(ratio, cutFrom)}
                words={inPixels(rectangle.width, rectangle.height)}
                onChange={setCrop}
              />
            )}
            {tool === 'shape' && compared === null && (
              <FocalDot
                at={focal}
                box={{ width: stage.width, height: stage.height }}
                onChange={(at, settled) => {
                  const point = seenThrough(shown, at);
                  const kept = (value: number) => Math.min(1, Math.max(0, value));
                  set(
                    {
                      ...now,
                      focal: { x: kept(point.x / original.width), y: kept(point.y / original.height) },
                    },
                    settled,
                  );
                }}
              />
            )}
            {compared !== null && (
              <>
                <div className="absolute inset-0" style={{ clipPath: `inset(0 ${100 - compared}% 0 0)` }}>
                  <Seen
                    src={opened.preview}
                    original={original}
                    window={shown}
                    look={[]}
                    width={stage.width}
                  />
                  <span className="absolute top-2 left-2 bg-[#1f2328] px-1.5 text-[12px] text-white">
                    before
                  </span>
                </div>
                <span
                  aria-hidden
                  className="absolute inset-y-0 w-0.5 -translate-x-1/2 bg-white"
                  style={{ left: `${compared}%` }}
                />
                <input
                  type="range"
                  aria-label="Before and after"
                  className="absolute inset-x-0 bottom-2 mx-auto w-1/2 accent-madder"
                  value={compared}
                  onChange={(event) => setCompared(Number(event.target.value))}
                />
              </>
            )}
          </div>
        </div>
        <Strip
          preparation={now}
          original={original}
          site={site}
          src={opened.preview}
          narrow={now.narrow !== null}
        />
        <Loads asset={asset} version={versions.find(({ id }) => id === looked) ?? current} />
      </div>
      <aside className="space-y-3">
        {mayWrite && (
          <section
            aria-label={TOOLS.find(([name]) => name === tool)?.[1]}
            className="border border-rule bg-card px-4 py-3 text-[13.5px]"
          >
            {tool === 'shape' && (
              <ShapeTool
                edits={now.edits}
                size={cutFrom}
                focal={focalIn(cuttingNarrow ? seen.window : uncut, now.focal, original)}
                screen={screen}
                rectangle={rectangle}
                ratio={ratio}
                hasNarrow={now.narrow !== null}
                onScreen={(next) => {
                  setScreen(next);
                  setRatio('free');
                }}
                onRatio={setRatio}
                onCrop={setCrop}
                onEdits={setEdits}
              />
            )}
            {tool === 'size' && <SizeTool edits={now.edits} whole={whole} onEdits={setEdits} />}
            {tool === 'light' && (
              <LightTool edits={now.edits} improved={opened.improved} onEdits={setEdits} />
            )}
            {tool === 'finish' && <FinishTool edits={now.edits} onEdits={setEdits} />}
            {tool === 'files' && (
              <OutputTool output={now.output} onChange={(output) => set({ ...now, output })} />
            )}
          </section>
        )}
        <DoneList
          edits={now.edits}
          asset={asset}
          size={seen.size}
          onRemove={
            mayWrite
              ? (edit) =>
                  setEdits(
                    now.edits.filter((other) => other !== edit),
                    true,
                  )
              : null
          }
        />
        {seen.says && <Notice severity="stop">{seen.says}</Notice>}
        {save.error && <Notice severity="stop">{save.error.message}</Notice>}
        {mayWrite && changed && kept !== written && (
          <div className="flex flex-wrap gap-2">
            <button
              type="button"
              className="button button-go"
              disabled={save.isPending || seen.says !== null}
              onClick={() => keep('everywhere')}
            >
              {asset.usedIn.length > 0
                ? `Use it in ${plural(asset.usedIn.length, 'page')}`
                : 'Use this version'}
            </button>
            {place && (
              <button
                type="button"
                className="button"
                disabled={save.isPending || seen.says !== null}
                onClick={() => keep({ page: place.page, place: place.place })}
              >
                Only in “{place.title}”
              </button>
            )}
            <button
              type="button"
              className="button"
              disabled={save.isPending || seen.says !== null}
              onClick={() => keep('nowhere')}
            >
              Keep it for later
            </button>
          </div>
        )}
        {kept === written && (
          <p role="status" className="text-spruce">
            Kept. Its renditions are being made.
          </p>
        )}
        <Versions
          asset={asset}
          versions={versions}
          mayWrite={mayWrite}
          opened={looked}
          onOpen={setLooked}
          onTake={(preparation) => set(preparation)}
        />
      </aside>
    </div>
  );
}

/** What pages load of one version. */
function Loads({ asset, version }: { asset: AssetDetail; version: VersionLine }) {
  const { number, preparation, renditions, original, standing } = version;
  return (
    <div className="mt-3">
      <Renditions
        title={
          standing === 'current' ? 'What the page will load' : `What a page would load of version ${number}`
        }
        original={{ ...original, bytes: asset.bytes, extension: asset.facts.extension }}
        renditions={renditions}
        wish={preparation.output.quality}
        says="Nothing is enlarged: the widest is as wide as the version or as the site can use."
      />
    </div>
  );
}

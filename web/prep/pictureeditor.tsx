import { useState } from 'react';
import { openForPrep, type AssetDetail, type Site, type VersionLine } from '@placard/core/contract';
import { seenThrough, within, type FocalPoint, type Rectangle } from '@placard/core/geometry';
import {
  editOf,
  fitted,
  focalIn,
  mirroredBy,
  turnedBy,
  windowAfter,
  windowOf,
  withEdit,
  type Edit,
  type Tone,
} from '@placard/core/prep';
import { refusalOf, useAsk } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';
import { inPixels } from '@placard/core/text';
import { CropArea, FocalDot } from './croparea.tsx';
import { DoneList } from './donelist.tsx';
import { FinishTool } from './finishtool.tsx';
import { LightTool } from './lighttool.tsx';
import { OutputTool } from './outputtool.tsx';
import { KeepButtons } from './keepbuttons.tsx';
import { readShape } from './readshape.ts';
import { Renditions } from './renditions.tsx';
import { SideBySide } from './sidebyside.tsx';
import { ratioOf, ShapeTool, type RatioName } from './shapetool.tsx';
import { SizeTool } from './sizetool.tsx';
import { Stage } from './stage.tsx';
import { Strip } from './strip.tsx';
import { Tabs, TabPanel } from '../kit/tabs.tsx';
import { Toolbar, type Tool } from './toolbar.tsx';
import { useKeepVersion } from './usekeepversion.ts';
import { usePreparation } from './usepreparation.ts';
import { Versions } from './versions.tsx';

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
    versions.find(({ state }) => state === 'next') ?? versions.find(({ state }) => state === 'current');
  const opened = useAsk(openForPrep, { params: { id: asset.id } }, { staleTime: Number.POSITIVE_INFINITY });
  const refused = refusalOf(opened);
  if (refused) return <Notice severity="stop">{refused.message}</Notice>;
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
  opened: { preview: string; improved: Tone };
}) {
  const name = `prep ${asset.id} ${current.id}`;
  const { now, set, changed, undo, redo } = usePreparation(current.preparation, name);
  const [tool, setTool] = useState<Tool>('shape');
  const [screen, setScreen] = useState<'wide' | 'narrow'>('wide');
  const [ratio, setRatio] = useState<RatioName>('free');
  const [compared, setCompared] = useState<number | null>(null);
  const [trueSize, setTrueSize] = useState(false);
  const [beside, setBeside] = useState<string | null>(null);
  const [looked, setLooked] = useState<string | null>(null);
  const { keep, kept, keeping, refusal } = useKeepVersion(asset.id, name, now, changed);
  const { original } = current;
  const other = versions.find(({ id }) => id === beside);
  const setEdits = (edits: Edit[], settled: boolean) => set(fitted({ ...now, edits }, original), settled);
  const seen = readShape(now, original);
  const uncut = windowAfter(
    now.edits.filter(({ kind }) => kind !== 'crop' && kind !== 'resize'),
    original,
  );
  const narrowing = tool === 'shape' && screen === 'narrow';
  const shown = tool === 'shape' && screen === 'wide' ? uncut : seen.window;
  const cutFrom = (narrowing ? seen.window : uncut).size;
  const rectangle: Rectangle = (narrowing ? now.narrow : editOf(now.edits, 'crop')) ?? {
    x: 0,
    y: 0,
    ...cutFrom,
  };
  const setCrop = (wished: Rectangle | null, settled: boolean) => {
    const part = wished && within(wished, cutFrom);
    const cut = part && (part.width < cutFrom.width || part.height < cutFrom.height) ? part : null;
    if (narrowing) return set({ ...now, narrow: cut }, settled);
    const edits = withEdit(now.edits, 'crop', cut && { kind: 'crop', ...cut });
    return setEdits(withEdit(edits, 'resize', null), settled);
  };
  const setFocal = (at: FocalPoint, settled: boolean) => {
    const { x, y } = seenThrough(shown, at);
    const kept = (share: number) => Math.min(1, Math.max(0, share));
    set({ ...now, focal: { x: kept(x / original.width), y: kept(y / original.height) } }, settled);
  };
  return (
    <Tabs
      chosen={tool}
      onChoose={setTool}
      className="grid grid-cols-[minmax(0,1fr)_372px] items-start gap-5 max-lg:grid-cols-1"
    >
      <div className="min-w-0">
        <Toolbar
          {...{ undo, redo }}
          compared={
            now.edits.length === 0
              ? null
              : { on: compared !== null, turn: () => setCompared(compared === null ? 50 : null) }
          }
          trueSize={other ? null : { on: trueSize, turn: () => setTrueSize(!trueSize) }}
        />
        {other ? (
          <SideBySide
            src={opened.preview}
            original={original}
            sides={[
              {
                title: `Version ${other.number}`,
                window: windowOf(other.preparation, other.original),
                look: other.preparation.edits,
              },
              { title: 'As it is now', window: seen.window, look: now.edits },
            ]}
          />
        ) : (
          <Stage
            src={{ small: opened.preview, whole: wholeOf(asset) ?? opened.preview }}
            original={original}
            window={shown}
            look={now.edits}
            measures={trueSize ? site.measures : null}
            compared={compared}
            onCompare={setCompared}
          >
            {(box) =>
              tool === 'shape' && (
                <>
                  <CropArea
                    label={narrowing ? 'Part for narrow screens' : 'Crop'}
                    rectangle={rectangle}
                    size={cutFrom}
                    scale={box.width / cutFrom.width}
                    ratio={ratioOf(ratio, cutFrom)}
                    words={inPixels(rectangle.width, rectangle.height)}
                    onChange={setCrop}
                  />
                  <FocalDot at={focalIn(shown, now.focal, original)} box={box} onChange={setFocal} />
                </>
              )
            }
          </Stage>
        )}
        <Strip preparation={now} original={original} site={site} src={opened.preview} />
        <Loads asset={asset} version={versions.find(({ id }) => id === looked) ?? current} />
      </div>
      <aside className="space-y-3">
        {mayWrite && (
          <TabPanel tab={tool} className="border border-rule bg-card px-4 py-3 text-[13.5px]">
            {tool === 'shape' && (
              <ShapeTool
                edits={now.edits}
                size={cutFrom}
                focal={focalIn(narrowing ? seen.window : uncut, now.focal, original)}
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
                onTurn={(quarters) => set(turnedBy(now, original, quarters))}
                onMirror={(axis) => set(mirroredBy(now, original, axis))}
              />
            )}
            {tool === 'size' && (
              <SizeTool
                edits={now.edits}
                whole={windowAfter(withEdit(now.edits, 'resize', null), original).size}
                measures={site.measures}
                onEdits={setEdits}
              />
            )}
            {tool === 'light' && (
              <LightTool edits={now.edits} improved={opened.improved} onEdits={setEdits} />
            )}
            {tool === 'finish' && <FinishTool edits={now.edits} onEdits={setEdits} />}
            {tool === 'files' && (
              <OutputTool output={now.output} onChange={(output) => set({ ...now, output })} />
            )}
          </TabPanel>
        )}
        <DoneList
          edits={now.edits}
          asset={asset}
          size={seen.window.size}
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
        {refusal && <Notice severity="stop">{refusal.message}</Notice>}
        {mayWrite && changed && !kept && (
          <KeepButtons asset={asset} place={place} disabled={keeping || seen.says !== null} onKeep={keep} />
        )}
        {kept && (
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
          beside={beside}
          onBeside={setBeside}
          onTake={(preparation) => set(preparation)}
        />
      </aside>
    </Tabs>
  );
}

/** The original itself, where browsers can show it. */
const wholeOf = ({ facts, original }: AssetDetail) =>
  ['jpg', 'png', 'webp', 'avif'].includes(facts.extension) ? original : null;

/** What pages load of one version. */
function Loads({ asset, version }: { asset: AssetDetail; version: VersionLine }) {
  const { number, preparation, renditions, original, state } = version;
  return (
    <div className="mt-3">
      <Renditions
        title={
          state === 'current' ? 'What the page will load' : `What a page would load of version ${number}`
        }
        original={{ ...original, bytes: asset.bytes, extension: asset.facts.extension }}
        renditions={renditions}
        wish={preparation.output.quality}
        says="Nothing is enlarged: the widest is as wide as the version or as the site can use."
      />
    </div>
  );
}

import { getNonce } from 'get-nonce';
import { useEffect, useRef, useState, type RefObject } from 'react';
import type WaveSurfer from 'wavesurfer.js';
import type RegionsPlugin from 'wavesurfer.js/plugins/regions';
import type { Region } from 'wavesurfer.js/plugins/regions';
import { drawSound, readSound } from '@placard/core/contract';
import type { Cue } from '@placard/core/captions';
import { useAsk, useDo, useMay } from '../kit/asking.ts';

/** How much of the sound is in view, in CSS pixels a second; and of how much round the film's moment captions are drawn on it, in seconds. */
const [PACE, ROUND] = [56, 45];

/** The sound of a film, drawn, with the captions on it: a press goes there, an edge that is dragged changes when one begins or ends. */
export function SoundWave({
  asset,
  film,
  duration,
  cues,
  at,
  moment,
  onChoose,
  onTime,
}: {
  asset: string;
  film: RefObject<HTMLMediaElement | null>;
  duration: number;
  cues: readonly Cue[];
  at: number;
  /** Where the film stands, about. */
  moment: number;
  onChoose: (at: number) => void;
  onTime: (at: number, times: Pick<Cue, 'start' | 'end'>) => void;
}) {
  const sound = useAsk(readSound, { params: { id: asset } });
  const mayDraw = useMay(drawSound);
  const { mutate: draw } = useDo(drawSound);
  const state = sound.data?.state;
  useEffect(() => {
    if (state === 'none' && mayDraw) draw({ params: { id: asset } });
  }, [state, mayDraw, draw, asset]);
  const holder = useRef<HTMLDivElement>(null);
  const [drawn, setDrawn] = useState<{ wave: WaveSurfer; regions: RegionsPlugin } | null>(null);
  const peaks = sound.data?.peaks;
  useEffect(() => {
    const [box, media] = [holder.current, film.current];
    if (!peaks || !box || !media) return undefined;
    let over = false;
    let made: WaveSurfer | undefined;
    const begin = async () => {
      const [{ default: Wave }, { default: Regions }, bytes] = await Promise.all([
        import('wavesurfer.js'),
        import('wavesurfer.js/plugins/regions'),
        fetch(peaks).then((answer) => answer.arrayBuffer()),
      ]);
      if (over) return;
      const regions = Regions.create();
      const colour = (name: string) =>
        getComputedStyle(document.documentElement).getPropertyValue(name).trim();
      made = Wave.create({
        container: box,
        media,
        peaks: [Float32Array.from(new Int8Array(bytes), (peak) => peak / 127)],
        duration,
        height: 84,
        minPxPerSec: PACE,
        waveColor: colour('--edge'),
        progressColor: colour('--spruce'),
        cursorColor: colour('--madder'),
        cursorWidth: 2,
        autoCenter: true,
        cspNonce: getNonce() ?? '',
        plugins: [regions],
      });
      setDrawn({ wave: made, regions });
    };
    void begin();
    return () => {
      over = true;
      setDrawn(null);
      made?.destroy();
    };
  }, [peaks, film, duration]);
  // Those far away are not drawn: of a long film there are thousands.
  const round = Math.round(moment / ROUND) * ROUND;
  useEffect(() => {
    if (!drawn) return undefined;
    const { regions } = drawn;
    const shown = new Map<Region, number>();
    for (const [index, cue] of cues.entries()) {
      if (cue.end < round - 2 * ROUND || cue.start > round + 2 * ROUND) continue;
      const region = regions.addRegion({
        start: cue.start,
        end: cue.end,
        content: cue.text.replace(/<[^<>]*>/g, '').slice(0, 40),
        color: index === at ? 'rgb(166 52 43 / 0.22)' : 'rgb(47 93 80 / 0.16)',
      });
      shown.set(region, index);
    }
    const stop = [
      regions.on('region-updated', (region) => {
        const index = shown.get(region);
        if (index !== undefined) onTime(index, { start: region.start, end: region.end });
      }),
      regions.on('region-clicked', (region) => {
        const index = shown.get(region);
        if (index !== undefined) onChoose(index);
      }),
    ];
    return () => {
      for (const end of stop) end();
      regions.clearRegions();
    };
  }, [drawn, cues, at, round, onChoose, onTime]);
  return (
    <div className="border border-rule bg-card">
      <div ref={holder} aria-hidden className="min-h-[84px]" />
      {state !== 'there' && (
        <p role="status" className="px-3 pb-2 text-[13px] text-soft">
          {state === 'silent'
            ? 'It has no sound.'
            : state === 'failed'
              ? sound.data?.says
              : 'Its sound is being drawn …'}
        </p>
      )}
      {sound.data?.loudness && (
        <p className="border-t border-rule px-3 py-1 font-mono text-[12px] text-soft">
          {sound.data.loudness.integrated.toFixed(1)} LUFS, range {sound.data.loudness.range.toFixed(1)} LU,
          peak {sound.data.loudness.peak.toFixed(1)} dBTP (EBU R 128)
        </p>
      )}
    </div>
  );
}

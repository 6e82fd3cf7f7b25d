import { Bar, BarChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { Batch } from '@placard/core/contract';
import { inBytes } from '@placard/core/text';
import { PLOT_TEXT, PlotWords } from '../kit/plot.tsx';

/** Batches that are drawn, the newest of them. */
const MOST = 6;

/** What the last batches made of how many bytes, all on one scale. */
export default function SavedPlot({ batches }: { batches: readonly Batch[] }) {
  const drawn = batches.slice(0, MOST).map(({ id, sheetName, total, before, after }, at) => ({
    id,
    name: `${at + 1}. ${sheetName.length > 22 ? `${sheetName.slice(0, 21)}…` : sheetName}`,
    before,
    after,
    words: `${total} by “${sheetName}”: ${inBytes(before)} before, ${inBytes(after)} after`,
  }));
  return (
    <figure className="border border-rule bg-card px-4 pt-3 pb-2">
      <figcaption className="mb-1 flex flex-wrap items-center gap-x-4 text-[13px]">
        <b className="mr-auto font-serif text-[15px] font-semibold">Bytes before and after</b>
        <span className="flex items-center gap-1.5">
          <span aria-hidden className="hatched h-2.5 w-5" /> before
        </span>
        <span className="flex items-center gap-1.5">
          <span aria-hidden className="h-2.5 w-5 bg-spruce" /> after
        </span>
      </figcaption>
      <div style={{ height: 26 + drawn.length * 34 }}>
        <ResponsiveContainer width="100%" height="100%">
          <BarChart
            data={drawn}
            layout="vertical"
            accessibilityLayer
            title="Bytes before and after, by batch"
            barCategoryGap={6}
            barGap={1}
            margin={{ top: 0, right: 16, bottom: 0, left: 0 }}
          >
            <defs>
              <pattern
                id="before"
                width="5"
                height="5"
                patternUnits="userSpaceOnUse"
                patternTransform="rotate(45)"
              >
                <rect width="5" height="5" fill="var(--card)" />
                <rect width="2" height="5" fill="var(--soft)" />
              </pattern>
            </defs>
            <XAxis
              type="number"
              height={20}
              stroke="var(--ink)"
              tick={PLOT_TEXT}
              tickCount={4}
              tickFormatter={(bytes: number) => (bytes === 0 ? '0' : inBytes(bytes))}
            />
            <YAxis
              type="category"
              dataKey="name"
              width={150}
              stroke="var(--rule)"
              tickLine={false}
              tick={PLOT_TEXT}
            />
            <Tooltip cursor={{ fill: 'var(--desk)' }} isAnimationActive={false} content={PlotWords} />
            <Bar dataKey="before" fill="url(#before)" stroke="var(--soft)" isAnimationActive={false} />
            <Bar dataKey="after" fill="var(--spruce)" isAnimationActive={false} />
          </BarChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}

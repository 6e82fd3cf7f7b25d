import { addDays, addWeeks, differenceInCalendarDays, format, parseISO, startOfDay } from 'date-fns';
import { Bar, BarChart, Rectangle, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { Ending } from '@placard/core/contract';
import { plural, writtenDay } from '@placard/core/text';
import { PlotWords, PLOT_TEXT } from '../kit/plot.tsx';
import { toneOf } from './endingtone.ts';

/** Weeks that the plot shows ahead; what ends later is told in the list. */
const WEEKS = 52;
const FILLS = { madder: 'var(--madder)', ochre: 'var(--ochre)', spruce: 'var(--spruce)' };

interface Week {
  at: string;
  /** What the axis says of it. */
  label: string;
  words: string;
  ends: number;
  fill: string;
  first: string | null;
}

/** What ends in each week from today on, and what is over, as columns that never lie on one another. */
function weeksOf(lines: readonly Ending[], now: Date): Week[] {
  const today = startOfDay(now);
  const daysTo = ({ until }: Ending) => differenceInCalendarDays(parseISO(until), today);
  const column = (ends: readonly Ending[], from: number, label: string, words: string, at: string): Week => ({
    at,
    label,
    words: `${words}: ${ends.length === 0 ? 'nothing ends' : ends.map(({ title, until }) => `“${title}” on ${writtenDay(until)}`).join(', ')}`,
    ends: ends.length,
    fill: FILLS[toneOf(from)],
    first: ends[0]?.asset ?? null,
  });
  const over = lines.filter((line) => daysTo(line) < 0);
  const weeks = Array.from({ length: WEEKS }, (_, week) => {
    const [from, to] = [addWeeks(today, week), addDays(addWeeks(today, week + 1), -1)];
    const ends = lines.filter((line) => daysTo(line) >= week * 7 && daysTo(line) < week * 7 + 7);
    // A month is named at the first week that begins in it.
    const named = week > 3 && format(from, 'M') !== format(addWeeks(from, -1), 'M');
    return column(
      ends,
      week * 7,
      week === 0 ? 'now' : named ? format(from, 'MMM') : '',
      `${format(from, 'd MMM')} to ${format(to, 'd MMM yyyy')}`,
      format(from, 'yyyy-MM-dd'),
    );
  });
  // What is over stands apart from what is to come.
  const apart = { at: '', label: '', words: '', ends: 0, fill: '', first: null };
  return [column(over, -1, 'over', 'Over', 'over'), apart, ...weeks];
}

/** A column in the colour of how near it is. */
function Column(props: { payload?: Week }) {
  return <Rectangle {...props} fill={props.payload?.fill ?? 'var(--spruce)'} />;
}

/** When things end, by weeks: columns reached by the arrow keys, each told in words. */
export default function EndingPlot({
  lines,
  onChoose,
}: {
  lines: readonly Ending[];
  onChoose: (asset: string) => void;
}) {
  const weeks = weeksOf(lines, new Date());
  const most = Math.max(3, ...weeks.map(({ ends }) => ends));
  const soon = weeks.slice(2, 6).reduce((sum, { ends }) => sum + ends, 0);
  return (
    <figure className="border border-rule bg-card px-4 pt-3 pb-1">
      <figcaption className="sr-only">
        {plural(weeks[0]?.ends ?? 0, 'asset is', 'assets are')} over, {plural(soon, 'more ends', 'more end')}{' '}
        within four weeks. The list below says which.
      </figcaption>
      <div className="h-[104px]">
        <ResponsiveContainer width="100%" height="100%">
          <BarChart
            data={weeks}
            accessibilityLayer
            title="When things end, by weeks"
            margin={{ top: 4, right: 4, bottom: 0, left: 4 }}
            onClick={({ activeIndex }) => {
              const asset = weeks[Number(activeIndex)]?.first;
              if (asset) onChoose(asset);
            }}
          >
            <XAxis
              dataKey="at"
              interval={0}
              tickLine={false}
              height={18}
              stroke="var(--ink)"
              tick={PLOT_TEXT}
              tickFormatter={(at: string) => weeks.find((week) => week.at === at)?.label ?? ''}
            />
            <YAxis hide domain={[0, most]} />
            <Tooltip cursor={{ fill: 'var(--desk)' }} isAnimationActive={false} content={PlotWords} />
            <Bar dataKey="ends" isAnimationActive={false} minPointSize={0} shape={Column} />
          </BarChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}

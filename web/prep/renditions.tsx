import { useMemo } from 'react';
import type { VersionLine } from '@placard/core/contract';
import { formatInWords } from '@placard/core/film';
import type { Quality } from '@placard/core/prep';
import { Bar } from '../kit/bar.tsx';
import { Table } from '../kit/table.tsx';
import type { Column } from '../kit/tablehead.tsx';
import { inBytes, inPixels } from '@placard/core/text';

type Rendition = Omit<VersionLine['renditions'][number], 'screen' | 'codecs' | 'quality' | 'likeness'> &
  Partial<Pick<VersionLine['renditions'][number], 'screen' | 'codecs' | 'quality' | 'likeness'>>;

type Line =
  | (Rendition & { original?: false })
  | { original: true; width: number; height: number; bytes: number; extension: string };

const keyOf = (line: Line) =>
  line.original ? 'original' : `${line.screen} ${line.width} ${line.mime} ${line.codecs}`;

const formatOf = (line: Line) =>
  line.original
    ? `${line.extension.toUpperCase()}, original`
    : `${formatInWords({ mime: line.mime, codecs: line.codecs ?? '' })}${line.screen === 'narrow' ? ', narrow' : ''}`;

const USUAL: Quality = { way: 'usual' };

/** True where a file is not as it was wished. */
const missed = ({ bytes, likeness }: Rendition, wish: Quality) =>
  (wish.way === 'under' && bytes > wish.bytes) ||
  (wish.way === 'same' && likeness != null && likeness < wish.likeness);

function columnsFor(whole: number, wish: Quality, measured: boolean, judged: boolean): Column<Line>[] {
  const amiss = (line: Line) => !line.original && missed(line, wish);
  const columns: Column<Line>[] = [
    {
      id: 'width',
      title: 'Width',
      width: 104,
      stays: true,
      sortBy: ({ width }) => width,
      render: ({ width, height }) => (
        <span className="font-mono">{width > 0 ? inPixels(width, height) : 'sound'}</span>
      ),
    },
    {
      id: 'format',
      title: 'Format',
      width: 108,
      sortBy: formatOf,
      render: (line) => <span className="font-mono">{formatOf(line)}</span>,
    },
    {
      id: 'scale',
      title: 'Bytes to scale',
      hideTitle: true,
      width: 90,
      grow: true,
      render: ({ bytes, original }) => (
        <Bar
          part={original ? 1 : bytes}
          whole={original ? 1 : whole}
          tone={original ? 'hatched' : 'spruce'}
        />
      ),
    },
    {
      id: 'bytes',
      title: 'Bytes',
      width: 72,
      right: true,
      sortBy: ({ bytes }) => bytes,
      render: (line) => (
        <span className={`font-mono ${amiss(line) ? 'text-madder' : ''}`}>
          {inBytes(line.bytes)}
          {amiss(line) && <span className="sr-only">, more than was wished</span>}
        </span>
      ),
    },
    {
      id: 'saved',
      title: 'Saved',
      width: 56,
      right: true,
      sortBy: ({ bytes }) => -bytes,
      render: ({ bytes, original }) => (
        <span className="font-mono text-spruce">
          {!original && bytes < whole ? `${Math.floor(100 - (100 * bytes) / whole)} %` : ''}
        </span>
      ),
    },
    {
      id: 'quality',
      title: measured ? 'Likeness' : 'Quality',
      width: 70,
      right: true,
      render: (line) => (
        <span className={`font-mono ${amiss(line) ? 'text-madder' : 'text-soft'}`}>
          {line.original ? '' : line.likeness == null ? (line.quality ?? '') : line.likeness.toFixed(3)}
          {amiss(line) ? ' !' : ''}
        </span>
      ),
    },
  ];
  // Films are not measured one by one.
  return judged ? columns : columns.slice(0, -1);
}

/** What a page will load, file by file, as bars to scale with the original. */
export function Renditions({
  title,
  original,
  renditions,
  wish = USUAL,
  says,
}: {
  title: string;
  original: { width: number; height: number; bytes: number; extension: string };
  renditions: readonly Rendition[];
  /** What was asked of the files; what could not be met is marked. */
  wish?: Quality;
  says: string;
}) {
  const rows: Line[] = [{ ...original, original: true }, ...renditions];
  const columns = useMemo(
    () =>
      columnsFor(
        original.bytes,
        wish,
        renditions.some(({ likeness }) => likeness != null),
        renditions.some(({ quality, likeness }) => quality != null || likeness != null),
      ),
    [original.bytes, renditions, wish],
  );
  return (
    <section aria-label={title} className="border border-rule bg-card p-4">
      <h2 className="mb-2">{title}</h2>
      {renditions.length === 0 ? (
        <p className="text-soft">No renditions are made of it yet.</p>
      ) : (
        <div className="overflow-x-auto">
          <Table name="renditions" label={title} columns={columns} rows={rows} keyOf={keyOf} rowHeight={28} />
        </div>
      )}
      <p className="caption mt-2">{says}</p>
    </section>
  );
}

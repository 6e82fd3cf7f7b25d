import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useRef, useState } from 'react';
import { judgeCue, readingSpeed, type CaptionBounds, type Cue } from '@placard/core/captions';
import { paced } from '../kit/pace.ts';

/** A moment as captions have it: 1:02.345. */
export function inMoment(seconds: number): string {
  const ms = Math.round(seconds * 1000);
  const two = (value: number) => String(value).padStart(2, '0');
  const hours = Math.floor(ms / 3_600_000);
  const minutes = Math.floor(ms / 60_000) % 60;
  return `${hours > 0 ? `${hours}:${two(minutes)}` : minutes}:${two(Math.floor(ms / 1000) % 60)}.${String(ms % 1000).padStart(3, '0')}`;
}

/** Reads a moment that somebody typed: 62.5, 1:02.5, 0:01:02.500; null for anything else. */
export function readTyped(text: string): number | null {
  const parts = text.trim().replace(',', '.').split(':');
  if (parts.length > 3 || !parts.every((part) => /^\d{1,6}(?:\.\d{1,3})?$/.test(part))) return null;
  return parts.reduce((sum, part) => sum * 60 + Number(part), 0);
}

interface ListProps {
  cues: readonly Cue[];
  at: number;
  /** Which is shown where the film stands. */
  shown: number;
  bounds: CaptionBounds;
  /** When the film ends, in seconds; nothing where that is not known. */
  filmEnds: number | undefined;
  onChoose: (at: number) => void;
  onText: (at: number, text: string) => void;
  onTime: (at: number, times: Partial<Pick<Cue, 'start' | 'end'>>) => void;
}

/** The captions one under another; only those in view are drawn. */
export function CueList({ cues, at, shown, bounds, filmEnds, onChoose, onText, onTime }: ListProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: cues.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 92,
    overscan: 4,
  });
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(at, { align: 'auto' });
  }, [at, rows]);
  return (
    <div
      ref={scroller}
      className="min-h-0 grow overflow-y-auto border border-rule bg-card"
      role="list"
      aria-label="Captions"
    >
      <div className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const cue = cues[index];
          if (!cue) return null;
          return (
            <div
              key={index}
              data-index={index}
              ref={rows.measureElement}
              role="listitem"
              className="absolute top-0 left-0 w-full"
              style={{ transform: `translateY(${start}px)` }}
            >
              <Row
                cue={cue}
                next={cues[index + 1]}
                index={index}
                chosen={index === at}
                shown={index === shown}
                bounds={bounds}
                filmEnds={filmEnds}
                onChoose={onChoose}
                onText={onText}
                onTime={onTime}
              />
            </div>
          );
        })}
      </div>
    </div>
  );
}

interface RowProps extends Pick<ListProps, 'bounds' | 'filmEnds' | 'onChoose' | 'onText' | 'onTime'> {
  cue: Cue;
  next: Cue | undefined;
  index: number;
  chosen: boolean;
  shown: boolean;
}

/** How long somebody may stop in the middle of a word before it is written down, in milliseconds. */
const STILL = paced(350);

const Row = memo(function Row({
  cue,
  next,
  index,
  chosen,
  shown,
  bounds,
  filmEnds,
  onChoose,
  onText,
  onTime,
}: RowProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const area = useRef<HTMLTextAreaElement>(null);
  const text = draft ?? cue.text;
  useEffect(() => {
    if (draft === null || draft === cue.text) return undefined;
    const timer = setTimeout(() => onText(index, draft), STILL);
    return () => clearTimeout(timer);
  }, [draft, cue.text, index, onText]);
  useEffect(() => {
    if (chosen) area.current?.focus({ preventScroll: true });
  }, [chosen]);
  const judged = judgeCue({ ...cue, text }, next, bounds, filmEnds);
  return (
    <div
      className={`grid grid-cols-[92px_minmax(0,1fr)] gap-3 border-b border-l-[3px] border-b-rule px-2.5 py-1.5 ${chosen ? 'bg-paper' : ''} ${shown ? 'border-l-madder' : 'border-l-transparent'}`}
    >
      <div className="space-y-1 font-mono text-[12px]">
        <Moment
          label={`Caption ${index + 1} begins at`}
          value={cue.start}
          onChange={(start) => onTime(index, { start })}
        />
        <Moment
          label={`Caption ${index + 1} ends at`}
          value={cue.end}
          onChange={(end) => onTime(index, { end })}
        />
        <span className={judged.some(({ rule }) => rule === 'fast') ? 'text-madder' : 'text-soft'}>
          {Math.round(readingSpeed({ ...cue, text }))} letters/s
        </span>
      </div>
      <div className="min-w-0">
        <textarea
          ref={area}
          rows={2}
          aria-label={`Caption ${index + 1}`}
          className="input resize-none leading-snug"
          value={text}
          onFocus={() => onChoose(index)}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={() => {
            if (draft !== null && draft !== cue.text) onText(index, draft);
            setDraft(null);
          }}
        />
        {judged.map(({ rule, says }) => (
          <p key={rule} className="text-[12px] text-ochre">
            {says}
          </p>
        ))}
      </div>
    </div>
  );
});

function Moment({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number;
  onChange: (seconds: number) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const take = () => {
    const read = draft === null ? null : readTyped(draft);
    setDraft(null);
    if (read !== null && Math.abs(read - value) > 0.0005) onChange(read);
  };
  return (
    <input
      className="block min-h-6 w-full border-b border-transparent bg-transparent tabular-nums hover:border-edge focus:border-ink"
      aria-label={label}
      value={draft ?? inMoment(value)}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take();
        if (event.key === 'Escape') setDraft(null);
      }}
    />
  );
}

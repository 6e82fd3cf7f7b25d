import { useLayoutEffect, useRef, useState } from 'react';

/** The widths that lists of results give an entry, in CSS pixels, with how many lines its title and its words have there. */
const WIDTHS = [
  { on: 'on a desk', width: 600, title: 1, words: 2 },
  { on: 'on a phone', width: 360, title: 2, words: 3 },
] as const;
/** How wide the panel draws them, in CSS pixels. */
const DRAWN = 266;

/** A page as an entry in a list of results, at both widths, with what does not fit there. */
export function ResultLine({
  title,
  site,
  address,
  description,
}: {
  title: string;
  site: string;
  address: string;
  description: string;
}) {
  return (
    <div role="group" aria-label="As a result" className="grid grid-cols-[minmax(0,1fr)] gap-2">
      {WIDTHS.map((width) => (
        <Entry
          key={width.on}
          {...width}
          says={{ title, where: [site, ...address.split('/').filter(Boolean)].join(' › '), description }}
        />
      ))}
      {description === '' && (
        <p className="text-ochre">
          Without a description, whoever lists the page takes any words of it that seem to fit.
        </p>
      )}
    </div>
  );
}

function Entry({
  on,
  width,
  title,
  words,
  says,
}: {
  on: string;
  width: number;
  title: number;
  words: number;
  says: { title: string; where: string; description: string };
}) {
  const entry = useRef<HTMLDivElement>(null);
  const [cut, setCut] = useState<{ title: boolean; words: boolean; height: number }>({
    title: false,
    words: false,
    height: 0,
  });
  useLayoutEffect(() => {
    const lines = entry.current?.querySelectorAll<HTMLElement>('[data-line]');
    const isCut = (line: HTMLElement | undefined) =>
      Boolean(line && line.scrollHeight > line.clientHeight + 2);
    const next = {
      title: isCut(lines?.[0]),
      words: isCut(lines?.[1]),
      height: entry.current?.offsetHeight ?? 0,
    };
    setCut((before) => (JSON.stringify(before) === JSON.stringify(next) ? before : next));
  }, [says.title, says.where, says.description]);
  const scale = Math.min(1, DRAWN / width);
  const clamp = (lines: number) => ({
    display: '-webkit-box',
    WebkitBoxOrient: 'vertical' as const,
    WebkitLineClamp: lines,
    overflow: 'hidden',
  });
  const amiss = [...(cut.title ? ['the title'] : []), ...(cut.words ? ['the description'] : [])];
  return (
    <figure>
      <div className="overflow-hidden border border-rule bg-white" style={{ height: cut.height * scale + 2 }}>
        <div
          ref={entry}
          className="origin-top-left border-l-4 border-[#d9d2c3] px-4 py-3 text-[#222]"
          style={{ width, transform: `scale(${scale})` }}
        >
          <div data-line className="font-serif text-[19px] leading-[1.3] font-semibold" style={clamp(title)}>
            {says.title || 'A page without a title'}
          </div>
          <div data-line className="mt-1 text-[14px] leading-[1.5]" style={clamp(words)}>
            {says.description || '…'}
          </div>
          <div className="mt-1 truncate font-mono text-[12px] text-[#555]">{says.where}</div>
        </div>
      </div>
      <figcaption className={`text-[12.5px] ${amiss.length > 0 ? 'text-ochre' : 'text-soft'}`}>
        {amiss.length > 0
          ? `${amiss.join(' and ')} ${amiss.length > 1 ? 'are' : 'is'} cut off ${on}`.replace(/^t/, 'T')
          : `Sets in full ${on}`}
        {says.description !== '' && `, ${says.description.length} letters`}
      </figcaption>
    </figure>
  );
}

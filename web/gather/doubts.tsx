import { Radios } from '../kit/radios.tsx';
import type { Alike, Arrival, Planned, Wish } from '@placard/core/contract';
import { Thumbnail } from '../kit/thumbnail.tsx';
import { inBytes, inPixels } from '@placard/core/text';

const CHOICES: { taken: Wish['taken']; says: (name: string) => string }[] = [
  { taken: 'number', says: (name) => `Keep both, this one as ${name}` },
  { taken: 'replace', says: () => 'Put it in the other’s place everywhere' },
  { taken: 'skip', says: () => 'Leave it in the arrivals' },
];

/** What to do when the name is taken. */
export function TakenName({
  fileName,
  planned,
  taken,
  onChoose,
}: {
  fileName: string;
  planned: Planned;
  taken: Wish['taken'];
  onChoose: (taken: Wish['taken']) => void;
}) {
  return (
    <div className="mt-1.5 border-l-2 border-ochre pl-3 text-[13px]">
      <p className="text-ochre">The name is taken by “{planned.takenBy?.title}”.</p>
      <Radios
        label={`The name of ${fileName} is taken`}
        value={taken}
        onChange={onChoose}
        className="flex flex-wrap gap-x-5"
        options={CHOICES.map((choice) => [choice.taken, choice.says(planned.name)] as const)}
      />
    </div>
  );
}

/** The same picture in another size or compression, beside this one and to the same scale. */
export function LookAlike({
  arrival,
  other,
  choice,
}: {
  arrival: Arrival;
  other: Alike;
  /** Which to keep; null for who may not choose. */
  choice: { onInstead: () => void; onDiscard: () => void } | null;
}) {
  const facts = arrival.facts;
  if (!facts) return null;
  const most = Math.max(facts.width, other.width);
  return (
    <section
      aria-label={`${arrival.fileName} looks like ${other.title}`}
      className="mt-2 border-l-2 border-ochre pl-3 text-[13px]"
    >
      <p className="text-ochre">It looks like “{other.title}”, in another size or compression.</p>
      <div className="mt-1.5 flex flex-wrap items-end gap-x-6 gap-y-2">
        <Side says="This one" src={arrival.thumbnail} facts={facts} bytes={arrival.bytes} most={most} />
        <Side
          says={other.asset ? 'Held' : 'Also arriving'}
          src={other.thumbnail}
          facts={{ width: other.width, height: other.height }}
          bytes={other.bytes}
          most={most}
        />
        {choice && (
          <div className="flex flex-col items-start gap-1">
            {other.asset && (
              <button type="button" className="button" onClick={choice.onInstead}>
                Put this one in its place everywhere
              </button>
            )}
            <button type="button" className="button-plain" onClick={choice.onDiscard}>
              Keep only the other
            </button>
            <span className="caption">Accept it to keep both.</span>
          </div>
        )}
      </div>
    </section>
  );
}

const SIDE = 150;

function Side({
  says,
  src,
  facts,
  bytes,
  most,
}: {
  says: string;
  src: string | null;
  facts: { width: number; height: number };
  bytes: number;
  most: number;
}) {
  const width = Math.max(24, (SIDE * facts.width) / most);
  return (
    <figure>
      <div style={{ width, height: (width * facts.height) / facts.width }}>
        <Thumbnail src={src} facts={null} className="size-full" />
      </div>
      <figcaption className="caption mt-0.5 whitespace-nowrap">
        {says}: {inPixels(facts.width, facts.height)}, {inBytes(bytes)}
      </figcaption>
    </figure>
  );
}

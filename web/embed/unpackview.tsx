import { useEffect, useState } from 'react';
import { unpackEmbed } from '@placard/core/contract';
import type { Dropped, Frame } from '@placard/core/embed';
import type { Block } from '@placard/core/page';
import { useDo } from '../kit/asking.ts';
import { Code } from '../kit/code.tsx';
import { Notice } from '../kit/notice.tsx';
import { FilmChoice } from './filmchoice.tsx';
import { FramePreview } from './framepreview.tsx';

/** Pasted code taken apart: what was pasted, what visitors get, and a placard for the embed. */
export function UnpackView({
  code: given,
  section,
  onPlace,
  onFilm,
  onClose,
}: {
  code: string;
  /** Where a still of a film is filed. */
  section: string;
  onPlace: (frame: Frame) => void;
  onFilm: (block: Block) => void;
  onClose: () => void;
}) {
  const [finding, setFinding] = useState(false);
  const [code, setCode] = useState(given);
  const [title, setTitle] = useState<string | null>(null);
  const { mutate, data, error } = useDo(unpackEmbed);
  useEffect(() => {
    if (code.trim() === '') return undefined;
    const timer = setTimeout(() => mutate({ body: { code } }), 250);
    return () => clearTimeout(timer);
  }, [code, mutate]);
  const unpacked = code.trim() === '' ? undefined : data?.unpacked;
  const frame = unpacked?.frame ? { ...unpacked.frame, title: title?.trim() || unpacked.frame.title } : null;
  const host = data?.host;
  if (finding)
    return (
      <section aria-label="A film on the host" className="h-full overflow-y-auto px-5 py-4">
        <div className="mb-3 flex items-center gap-3">
          <h2 className="mr-auto">A film on the host</h2>
          <button type="button" className="button" onClick={() => setFinding(false)}>
            Paste code instead
          </button>
          <button type="button" className="button" onClick={onClose}>
            Leave it out
          </button>
        </div>
        <FilmChoice section={section} go="Put it in the page" onChosen={onFilm} />
      </section>
    );
  return (
    <section
      aria-label="Embed"
      className="grid h-full grid-cols-[minmax(0,1fr)_minmax(0,1fr)_330px] gap-5 overflow-y-auto px-5 py-4 max-lg:grid-cols-1"
    >
      <div>
        <div className="mb-2 flex items-baseline">
          <h2 className="mr-auto">What was pasted</h2>
          <button type="button" className="button-plain" onClick={() => setFinding(true)}>
            Find a film on the host
          </button>
        </div>
        <Code
          autoFocus
          label="Embed code"
          placeholder="Paste the code that the host gives out, the whole mess"
          className="h-[300px] resize-y overflow-hidden border border-edge"
          code={code}
          onChange={(next) => {
            setCode(next);
            setTitle(null);
          }}
        />
        {error && <Notice severity="stop">{error.message}</Notice>}
        {unpacked && <Verdict frame={unpacked.frame} dropped={unpacked.dropped} />}
      </div>
      <div>
        <h2 className="mb-2">What visitors get</h2>
        {frame && unpacked?.frame ? (
          <>
            <div className="border border-rule bg-card p-4">
              <FramePreview frame={unpacked.frame} />
            </div>
            <p className="my-2.5 text-[13px] text-soft">
              It talks to <b className="text-ink">{unpacked.origins.join(', ')}</b>. The site needs this line
              in its Content-Security-Policy:
            </p>
            <code className="block border border-rule bg-card px-3 py-2 font-mono text-[12.5px] break-all">
              {Object.entries(unpacked.csp)
                .map(([directive, sources]) => `${directive} ${sources.join(' ')};`)
                .join(' ')}
            </code>
          </>
        ) : (
          <div className="grid h-[300px] place-items-center border border-dashed border-edge p-6 text-center text-soft">
            {code.trim() === ''
              ? 'The embed will show here, as visitors will get it.'
              : 'Nothing in this can be shown.'}
          </div>
        )}
        <div className="mt-3">
          {unpacked?.findings.map(({ rule, severity, says, remedy }) => (
            <Notice key={rule} severity={severity}>
              {says} {remedy}
            </Notice>
          ))}
        </div>
      </div>
      <aside>
        <div className="wall-label">
          <h2 className="text-[20px]">{frame ? frame.title : 'An embed'}</h2>
          <p className="mb-3 font-serif text-soft italic">{host ? host.host : 'from another host'}</p>
          {frame && (
            <>
              <label>
                <span className="caption">Said to screen readers</span>
                <input
                  className="input"
                  value={title ?? frame.title}
                  onChange={(event) => setTitle(event.target.value)}
                />
              </label>
              <dl className="my-3 text-[13px]">
                {[
                  [
                    'Host',
                    {
                      approved: 'approved',
                      unreviewed: 'nobody has reviewed it yet',
                      refused: 'refused by a reviewer',
                    }[host?.review ?? 'unreviewed'],
                  ],
                  [
                    'Room',
                    frame.shape.kind === 'ratio'
                      ? `${frame.shape.width} × ${frame.shape.height}, as wide as its column`
                      : `${frame.shape.height} px high`,
                  ],
                  [
                    'May',
                    frame.sandbox
                      .map((token) => token.replace('allow-', '').replaceAll('-', ' '))
                      .join(', ') || 'do nothing',
                  ],
                  ['May use', frame.permissions.join(', ') || 'nothing of the device'],
                  ['Loads', 'when it comes near the screen'],
                ].map(([name, value]) => (
                  <div key={name} className="grid grid-cols-[70px_1fr] border-b border-rule py-1.5">
                    <dt className="text-soft">{name}</dt>
                    <dd className={name === 'Host' && host?.review !== 'approved' ? 'text-ochre' : ''}>
                      {value}
                    </dd>
                  </div>
                ))}
              </dl>
            </>
          )}
          <div className="flex gap-2.5">
            <button
              type="button"
              className="button button-go"
              disabled={!frame || host?.review === 'refused'}
              onClick={() => frame && onPlace(frame)}
            >
              Put it in the page
            </button>
            <button type="button" className="button" onClick={onClose}>
              Leave it out
            </button>
          </div>
        </div>
      </aside>
    </section>
  );
}

function Verdict({ frame, dropped }: { frame: Frame | null; dropped: Dropped[] }) {
  const lines = grouped(dropped);
  return (
    <ul className="mt-3 text-[13px]">
      {frame && (
        <li className="grid grid-cols-[78px_1fr] border-b border-rule py-1.5">
          <b className="font-semibold text-spruce">kept</b>
          <span className="break-words">
            the frame from {new URL(frame.src).host}, asked over{' '}
            {new URL(frame.src).protocol.replace(':', '')}, and its title
          </span>
        </li>
      )}
      {lines.map(({ why, what }) => (
        <li key={why} className="grid grid-cols-[78px_1fr] border-b border-rule py-1.5">
          <b className="font-semibold text-madder">dropped</b>
          <span className="min-w-0">
            <code className="font-mono text-[12px] break-all line-through decoration-madder/60">
              {what.join('  ')}
            </code>
            <br />
            {why}
          </span>
        </li>
      ))}
    </ul>
  );
}

/** What was dropped, by its reason. */
function grouped(dropped: Dropped[]): { why: string; what: string[] }[] {
  const reasons = [...new Set(dropped.map(({ why }) => why))];
  return reasons.map((why) => ({
    why,
    what: dropped
      .filter((part) => part.why === why)
      .slice(0, 6)
      .map(({ what }) => what),
  }));
}

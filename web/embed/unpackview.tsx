import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Site } from '@placard/core/contract';
import type { Block } from '@placard/core/page';
import { mayPass } from '../kit/api.ts';
import { Code } from '../kit/code.tsx';
import { useHavingInHand } from '../kit/inhand.ts';
import { Notice } from '../kit/notice.tsx';
import { useOnce } from '../kit/once.ts';
import { draftsOf } from './drafts.ts';
import { EmbedLabel } from './embedlabel.tsx';
import { bringPhoto } from './fetchstill.ts';
import { OfAHost } from './ofahost.tsx';
import { TwoWidths } from './twowidths.tsx';
import { useDraft } from './usedraft.ts';
import { useUnpacked } from './useunpacked.ts';
import { WhatBecame } from './whatbecame.tsx';
import { WhoIsTold } from './whoistold.tsx';

/** Pasted code or an address taken apart: what was pasted, what visitors get, and what can be said of it. */
export function UnpackView({
  name,
  code: given,
  section,
  site,
  onPlace,
  onWords,
  onClose,
}: {
  /** What the code is in hand by until it is done with. */
  name: string;
  code: string;
  /** Where a still is filed. */
  section: string;
  site: Site;
  onPlace: (blocks: readonly Block[]) => void;
  /** Puts what was pasted into the page as the words that it is. */
  onWords: (code: string) => void;
  onClose: () => void;
}) {
  const [finding, setFinding] = useState(false);
  const [code, setCode] = useState(given);
  useHavingInHand(name, code, code.trim() !== '');
  const { answer, known, error, asking, again } = useUnpacked(code);
  const unpacked = answer?.unpacked;
  const choices = unpacked?.choices ?? [];
  // By what it is: what a host answers may put another first.
  const [chosen, choose] = useState<string | null>(null);
  const choice = choices.find(({ html }) => html === chosen) ?? choices[0] ?? null;
  const { draft, block, change } = useDraft(choice);
  const hosts = (answer?.hosts ?? []).filter(({ host }) =>
    choice?.origins.some((origin) => new URL(origin).host === host),
  );
  const refused = hosts.some(({ review }) => review === 'refused');
  const bring = useMutation({ mutationFn: bringPhoto });
  const photo = answer?.asked?.photo ?? null;
  // What was brought in before another address was written is of that one.
  const brings = photo !== null && bring.variables?.address === photo.address;
  const card = choices.find((one) => one.kind === 'card');
  const [refusedAll, setRefusedAll] = useState<string | null>(null);
  const client = useQueryClient();
  const all = useOnce(async () => {
    setRefusedAll(null);
    try {
      onPlace(await draftsOf(client, unpacked?.parts ?? []));
    } catch (wrong) {
      if (!(wrong instanceof Error)) throw wrong;
      setRefusedAll(wrong.message);
    }
  });
  if (finding)
    return (
      <OfAHost section={section} onPlace={onPlace} onPaste={() => setFinding(false)} onClose={onClose} />
    );
  return (
    <section
      aria-label="Embed"
      className="grid h-full grid-cols-[minmax(0,5fr)_minmax(0,7fr)_330px] gap-5 overflow-y-auto px-5 py-4 max-lg:grid-cols-1"
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
          placeholder="Paste the code that the host gives out, the whole mess, or just an address"
          className="h-[240px] resize-y overflow-hidden border border-edge"
          code={code}
          onChange={(next) => {
            setCode(next);
            choose(null);
          }}
        />
        {error && (
          <Notice
            severity="stop"
            action={
              mayPass(error) && (
                <button type="button" className="button shrink-0" onClick={again}>
                  Look again
                </button>
              )
            }
          >
            {error.message}
          </Notice>
        )}
        {asking && (
          <p role="status" className="mt-2 text-[13px] text-soft">
            Asking the host what it has …
          </p>
        )}
        {answer?.asked?.says.map((line) => (
          <p key={line} className="mt-1.5 text-[13px]">
            {line}
          </p>
        ))}
        {unpacked && <WhatBecame choice={choice} dropped={choice === choices[0] ? unpacked.dropped : []} />}
      </div>
      <div aria-busy={!known && !error && code.trim() !== ''} className="aria-busy:opacity-60">
        <h2 className="mb-2">What visitors get</h2>
        {draft.length > 0 ? (
          <TwoWidths blocks={draft} site={site}>
            {block && <WhoIsTold block={block} />}
          </TwoWidths>
        ) : (
          <div className="grid h-[240px] place-items-center border border-dashed border-edge p-6 text-center text-soft">
            {code.trim() === ''
              ? 'What is embedded shows here, as visitors will get it.'
              : unpacked && choices.length === 0
                ? 'Nothing in this can be shown.'
                : error
                  ? 'This could not be looked at.'
                  : 'Looking at it …'}
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
        <EmbedLabel
          answer={answer}
          choice={choice}
          block={block}
          hosts={hosts}
          section={section}
          site={site}
          onChoose={({ html }) => choose(html)}
          onChange={(attrs) => {
            // What somebody has begun with is what they chose.
            choose(choice?.html ?? null);
            change(attrs);
          }}
        >
          {refusedAll && <Notice severity="stop">{refusedAll}</Notice>}
          {brings && bring.error && <Notice severity="stop">{bring.error.message}</Notice>}
          {brings && bring.isSuccess && (
            <Notice
              severity="note"
              action={
                <Link className="button" to="/gather">
                  See the arrivals
                </Link>
              }
            >
              It is coming in, with where it is from. Accept and label it, and it can be placed.
            </Notice>
          )}
          <div className="sticky -bottom-4 mt-3 flex flex-wrap gap-2.5 bg-card pt-2 pb-4">
            <button
              type="button"
              className="button button-go"
              disabled={draft.length === 0 || refused || asking || !known}
              onClick={() => onPlace(draft)}
            >
              Put it in the page
            </button>
            {unpacked && unpacked.parts.length > 1 && (
              <button type="button" className="button" disabled={all.busy || !known} onClick={all.press}>
                {all.busy ? 'Taking them apart …' : `Put all ${unpacked.parts.length} in the page`}
              </button>
            )}
            {photo && card && !(brings && bring.isSuccess) && (
              <button
                type="button"
                className="button"
                disabled={bring.isPending || !known}
                onClick={() => bring.mutate({ ...photo, page: card.card.address })}
              >
                Bring it in
              </button>
            )}
            {given.trim() !== '' && unpacked?.form !== 'address' && (
              <button type="button" className="button" onClick={() => onWords(code)}>
                Paste as words
              </button>
            )}
            <button type="button" className="button" onClick={onClose}>
              Cancel
            </button>
          </div>
        </EmbedLabel>
      </aside>
    </section>
  );
}

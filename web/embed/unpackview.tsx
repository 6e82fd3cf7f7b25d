import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { askFraming, type Site } from '@placard/core/contract';
import { policyLine, type Choice } from '@placard/core/embed';
import { isPlacement, kindOf, type Block } from '@placard/core/page';
import { call, mayPass } from '../kit/api.ts';
import { useMay } from '../kit/asking.ts';
import { Code } from '../kit/code.tsx';
import { useHavingInHand } from '../kit/inhand.ts';
import { Notice } from '../kit/notice.tsx';
import { Radios } from '../kit/radios.tsx';
import { BoxControls } from './boxcontrols.tsx';
import { CardControls } from './cardcontrols.tsx';
import { draftOf } from './drafts.ts';
import { EmbedControls } from './embedcontrols.tsx';
import { FilmChoice } from './filmchoice.tsx';
import { HostStanding } from './hoststanding.tsx';
import { bringPhoto } from './fetchstill.ts';
import type { HostsStill } from './stillchoice.tsx';
import { TwoWidths } from './twowidths.tsx';
import { useUnpacked } from './useunpacked.ts';
import { WhatBecame } from './whatbecame.tsx';

const NAMES: Record<Choice['kind'], string> = {
  frame: 'In the host’s frame',
  quotation: 'As a quotation',
  box: 'In a box',
  card: 'As a link card',
};

/** Pasted code or an address taken apart: what was pasted, what visitors get, and what can be said of it. */
export function UnpackView({
  name,
  code: given,
  section,
  site,
  onPlace,
  onClose,
}: {
  /** What the code is in hand by until it is done with. */
  name: string;
  code: string;
  /** Where a still is filed. */
  section: string;
  site: Site;
  onPlace: (blocks: readonly Block[]) => void;
  onClose: () => void;
}) {
  const [finding, setFinding] = useState(false);
  const [code, setCode] = useState(given);
  useHavingInHand(name, code, code.trim() !== '');
  const { answer, known, error, asking, again } = useUnpacked(code);
  const unpacked = answer?.unpacked;
  const choices = unpacked?.choices ?? [];
  const card = choices.find((one) => one.kind === 'card');
  const [chosen, choose] = useState(0);
  const choice = choices[chosen] ?? choices[0] ?? null;
  const [draft, setDraft] = useState<Block[]>([]);
  const made = choice ? JSON.stringify(choice) : '';
  useEffect(() => {
    let over = false;
    setDraft([]);
    if (made !== '') void draftOf(JSON.parse(made) as Choice).then((blocks) => !over && setDraft(blocks));
    return () => {
      over = true;
    };
  }, [made]);
  const bring = useMutation({ mutationFn: bringPhoto });
  const photo = answer?.asked?.photo ?? null;
  // What was brought in before another address was written is of that one.
  const brings = photo !== null && bring.variables?.address === photo.address;
  const [block] = draft;
  // A still that comes late goes to what it was asked for, or nowhere.
  const change = (attrs: object) =>
    setDraft((now) =>
      now.map((one, at) =>
        at === 0 && idOf(one) === idOf(block)
          ? ({ ...one, attrs: { ...('attrs' in one ? one.attrs : {}), ...attrs } } as Block)
          : one,
      ),
    );
  const hostsOf = (answer?.hosts ?? []).filter(({ host }) =>
    choice?.origins.some((origin) => new URL(origin).host === host),
  );
  const refused = hostsOf.some(({ review }) => review === 'refused');
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
        <FilmChoice section={section} go="Put it in the page" onChosen={(film) => onPlace([film])} />
      </section>
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
            choose(0);
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
            {block && <Told block={block} />}
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
        <div className="wall-label">
          <h2 className="text-[20px]">{titleOf(block) || 'An embed'}</h2>
          {choices.length > 1 && (
            <Radios
              label="How it stands in the page"
              showLabel
              value={String(Math.max(0, choices.indexOf(choice as Choice)))}
              onChange={(at) => choose(Number(at))}
              className="mt-2 [&>div]:border-b [&>div]:border-rule [&>div]:py-1.5"
              options={choices.map(
                (one, at) =>
                  [
                    String(at),
                    <span key={at}>
                      {NAMES[one.kind]}
                      <span className="block text-[12px] text-soft">{one.why}</span>
                    </span>,
                  ] as const,
              )}
            />
          )}
          <HostStanding hosts={hostsOf} says={titleOf(block)} />
          {block?.type === 'embed' && (
            <EmbedControls
              block={block}
              section={section}
              hosts={stillOf(choices, answer?.asked?.preview ?? null, titleOf(block))}
              given={choice?.kind === 'frame' ? choice.frame.shape : null}
              onChange={change}
            />
          )}
          {block?.type === 'box' && (
            <BoxControls key={block.attrs.boxed.code} block={block} site={site} onChange={change} />
          )}
          {block?.type === 'linkCard' && (
            <CardControls
              block={block}
              section={section}
              hosts={stillOf(choices, answer?.asked?.preview ?? null, titleOf(block))}
              onChange={change}
            />
          )}
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
              The photo is coming in, with whose it is and where it is from. Accept and label it, and it can
              be placed.
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
            {photo && card && !(brings && bring.isSuccess) && (
              <button
                type="button"
                className="button"
                disabled={bring.isPending || !known}
                onClick={() => bring.mutate({ ...photo, page: card.card.address })}
              >
                Bring the photo in
              </button>
            )}
            <button type="button" className="button" onClick={onClose}>
              Leave it out
            </button>
          </div>
        </div>
      </aside>
    </section>
  );
}

const idOf = (block: Block | undefined): string | null =>
  block && isPlacement(block) ? block.attrs.id : null;

/** What something is called. */
function titleOf(block: Block | undefined): string {
  if (block?.type === 'embed') return block.attrs.frame.title;
  if (block?.type === 'box') return block.attrs.boxed.title;
  if (block?.type === 'linkCard') return block.attrs.card.title;
  return block?.type === 'quotation' ? 'A quotation' : '';
}

/** The picture that a host shows of it, and what that is. */
function stillOf(choices: readonly Choice[], preview: string | null, title: string): HostsStill | null {
  const card = choices.find((choice) => choice.kind === 'card' && choice.picture !== null);
  if (card?.kind !== 'card' || card.picture === null) return null;
  return { address: card.picture, title, creator: '', page: card.card.address, preview };
}

/** Who is told what before a visitor does anything, and the line that the site's policy needs. */
function Told({ block }: { block: Block }) {
  const [embedded] = kindOf(block).embedded(block);
  if (!embedded)
    return (
      <p className="my-2.5 text-[13px] text-soft">
        Nobody is told anything before somebody follows a link in it.
      </p>
    );
  const hosts = embedded.origins.map((origin) => new URL(origin).host).join(', ');
  const waits = block.type === 'embed' && block.attrs.still;
  return (
    <>
      <p className="mt-5 mb-2.5 text-[13px] text-soft">
        {waits ? 'Loads nothing of the host until somebody presses play. Then it talks to ' : 'It talks to '}
        <b className="text-ink">{hosts}</b>
        {waits ? '.' : ' as soon as it comes near the screen.'} The site needs this line in its
        Content-Security-Policy:
      </p>
      <code className="block border border-rule bg-card px-3 py-2 font-mono text-[12.5px] break-all">
        {policyLine(embedded.csp)};
      </code>
      {block.type === 'embed' && <Framing frame={block.attrs.frame} />}
    </>
  );
}

/** What the host answers when it is asked whether it lets itself be framed. */
function Framing({ frame }: { frame: Extract<Block, { type: 'embed' }>['attrs']['frame'] }) {
  const may = useMay(askFraming);
  const asked = useQuery({
    queryKey: ['framing', frame.src],
    queryFn: () => call(askFraming, { body: { frame } }),
    enabled: may,
    staleTime: 60_000,
    retry: false,
  });
  if (!asked.data) return null;
  return (
    <p role="status" className={`mt-2 text-[13px] ${asked.data.may ? 'text-spruce' : 'text-madder'}`}>
      {asked.data.says}
    </p>
  );
}

import type { ReactNode } from 'react';
import type { Site, UnpackAnswer } from '@placard/core/contract';
import type { Choice } from '@placard/core/embed';
import type { Block } from '@placard/core/page';
import { Radios } from '../kit/radios.tsx';
import { BoxControls } from './boxcontrols.tsx';
import { CardControls } from './cardcontrols.tsx';
import { EmbedControls } from './embedcontrols.tsx';
import { HostStanding } from './hoststanding.tsx';
import type { HostsStill } from './stillchoice.tsx';

const NAMES: Record<Choice['kind'], string> = {
  frame: 'In the host’s frame',
  quotation: 'As a quotation',
  box: 'In a box',
  card: 'As a link card',
};

/** The wall label of what is to be embedded: how it stands, whose it is, and what can be said of it. */
export function EmbedLabel({
  answer,
  choice,
  block,
  hosts,
  section,
  site,
  onChoose,
  onChange,
  children,
}: {
  answer: UnpackAnswer | null;
  choice: Choice | null;
  block: Block | undefined;
  /** Those that the choice asks. */
  hosts: UnpackAnswer['hosts'];
  section: string;
  site: Site;
  onChoose: (choice: Choice) => void;
  onChange: (attrs: object) => void;
  children: ReactNode;
}) {
  const choices = answer?.unpacked.choices ?? [];
  const called = titleOf(block);
  const still = () => stillOf(choices, answer?.asked, called);
  return (
    <div className="wall-label">
      <h2 className="text-[20px]">{called || 'An embed'}</h2>
      {choices.length > 1 && (
        <Radios
          label="How it stands in the page"
          showLabel
          value={String(Math.max(0, choices.indexOf(choice as Choice)))}
          onChange={(at) => {
            const one = choices[Number(at)];
            if (one) onChoose(one);
          }}
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
      <HostStanding hosts={hosts} says={called} />
      {block?.type === 'embed' && (
        <EmbedControls
          block={block}
          section={section}
          hosts={still()}
          given={choice?.kind === 'frame' ? choice.frame.shape : null}
          onChange={onChange}
        />
      )}
      {block?.type === 'box' && (
        <BoxControls key={block.attrs.boxed.code} block={block} site={site} onChange={onChange} />
      )}
      {block?.type === 'linkCard' && (
        <CardControls block={block} section={section} hosts={still()} onChange={onChange} />
      )}
      {children}
    </div>
  );
}

/** What something is called. */
function titleOf(block: Block | undefined): string {
  if (block?.type === 'embed') return block.attrs.frame.title;
  if (block?.type === 'box') return block.attrs.boxed.title;
  if (block?.type === 'linkCard') return block.attrs.card.title;
  return block?.type === 'quotation' ? 'A quotation' : '';
}

/** The picture that a host shows of it, and what that is. */
function stillOf(choices: readonly Choice[], asked: UnpackAnswer['asked'], title: string): HostsStill | null {
  const card = choices.find((choice) => choice.kind === 'card' && choice.picture !== null);
  if (card?.kind !== 'card' || card.picture === null) return null;
  return {
    address: card.picture,
    title,
    creator: asked?.creator ?? '',
    page: card.card.address,
    preview: asked?.preview ?? null,
  };
}

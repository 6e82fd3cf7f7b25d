import { usedOutside } from '../../outside/outsidein.ts';
import type { OutsideKind, OutsideSeen } from '../../outside/seen.ts';
import { SANDBOX_TOKENS } from '../../embed/frame.ts';
import { addressInWords } from '../../embed/linkaddress.ts';
import type { AnyBlock } from '../../page/kinds/kind.ts';
import type { Step } from '../../page/walk.ts';
import { instead, takeOut, type Remedy } from '../remedy.ts';
import { nameOf, type PageRule } from './rule.ts';

/** What pages lead to and show outside, and what became of it there. */
export const outsideBroken: PageRule = {
  id: 'outside-broken',
  lookAtPage: (steps, { outside }) => {
    if (!outside) return [];
    return steps.flatMap((step) =>
      usedOutside(step).flatMap(({ address, kind, words }) => {
        const seen = outside(address, kind);
        if (!seen || (seen.state === 'form' && maySend(step.block))) return [];
        return {
          severity: 'warn' as const,
          where: nameOf(step),
          says: `${NAMES[kind]} “${words || addressInWords(address)}”: ${seen.says}`,
          remedy: remedyInWords(seen, kind),
          remedies: remediesOf(step, address, kind, seen),
        };
      }),
    );
  },
};

const NAMES: Record<OutsideKind, string> = {
  frame: 'The embed',
  script: 'The script of the embed',
  card: 'The link card',
  link: 'The link',
};

function remedyInWords({ state }: OutsideSeen, kind: OutsideKind): string {
  if (state === 'moved') return 'Let it follow to where that is now.';
  if (state === 'form') return 'Let the frame send it, if the host may have what visitors type.';
  if (state === 'silent') return 'Wait: it is looked at again. If it stays so, take it out.';
  if (state === 'refuses') return 'Put a link card in its place.';
  return kind === 'link'
    ? 'Let it lead somewhere else, or take it away; its words stay.'
    : 'Take it out, or put something else in its place.';
}

function remediesOf(
  step: Step,
  address: string,
  kind: OutsideKind,
  { state, leadsTo }: OutsideSeen,
): Remedy[] {
  const { block } = step;
  if (state === 'form') return [instead(step, 'Let it send what visitors type', sending(block))];
  const follow =
    leadsTo === ''
      ? []
      : [instead(step, `Follow to ${addressInWords(leadsTo)}`, withAddress(block, address, leadsTo))];
  if (kind === 'link') return follow;
  const card =
    kind === 'card' || block.type !== 'embed' || state === 'gone'
      ? []
      : [instead(step, 'Put a link card in its place', asCard(block))];
  return [...follow, ...card, takeOut(step)];
}

/** True for what may send a form, and for what is in no frame of ours. */
const maySend = (block: Step['block']): boolean =>
  block.type !== 'embed' || block.attrs.frame.sandbox.includes('allow-forms');

function sending(block: Step['block']): AnyBlock {
  if (block.type !== 'embed') return block;
  const { frame } = block.attrs;
  const sandbox = SANDBOX_TOKENS.filter((token) => token === 'allow-forms' || frame.sandbox.includes(token));
  return { ...block, attrs: { ...block.attrs, frame: { ...frame, sandbox } } };
}

/** A block in which one address stands instead of another, wherever it stands in it. */
export function withAddress(block: AnyBlock, from: string, to: string): AnyBlock {
  const changed = (value: unknown): unknown => {
    if (typeof value === 'string') return value === from ? to : value;
    if (Array.isArray(value)) return value.map(changed);
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([name, inner]) => [name, changed(inner)]));
  };
  return changed(block) as AnyBlock;
}

/** The link card that stands for an embed: what it is called, and where it lies. */
function asCard(block: Extract<Step['block'], { type: 'embed' }>): AnyBlock {
  const { id, position, measure, gap, width, gaps, frame, film, still } = block.attrs;
  const address = film?.page ?? frame.src;
  const card = { address, title: frame.title, words: '', site: new URL(address).host };
  const standing = { id, position, measure, gap, ...(width ? { width } : {}), ...(gaps ? { gaps } : {}) };
  return { type: 'linkCard', attrs: { ...standing, card, asset: still ?? null, ownAlt: '' } };
}

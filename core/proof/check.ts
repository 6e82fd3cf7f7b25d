import { termsOfPlacard } from '../credit/placard.ts';
import type { PageDocument } from '../page/document.ts';
import { leadOf, listingOf, type PageBody } from '../page/facts.ts';
import { heldKey, type HeldAsset, type Use } from '../page/held.ts';
import { kindOf } from '../page/kinds/index.ts';
import type { PageContext } from '../page/kinds/kind.ts';
import { walk, type Step } from '../page/walk.ts';
import { scheduleWithin } from '../page/seen.ts';
import { showsOn } from '../page/schedule.ts';
import type { Finding } from './finding.ts';
import { RULES } from './rules/index.ts';
import {
  nameOf,
  type CheckContext,
  type HeldPlace,
  type HeldRule,
  type Rule,
  type Says,
} from './rules/rule.ts';

/** Checks a page and says what is wrong or doubtful: what is placed in the order of the page, then the page as a whole. */
export function checkPage(document: PageDocument, context: CheckContext): Finding[] {
  // What is not shown as things are set now is nobody's to find.
  const all = [...walk(document, context)].filter(({ seen }) => seen);
  const steps = all.filter((step) => isStillSeen(step, context));
  return [
    // Of what nobody sees any more only that is said.
    ...all.flatMap((step) =>
      inCopy(step, isStillSeen(step, context) ? checkBlock(step, context) : checkItself(step, context)),
    ),
    ...RULES.flatMap((rule) =>
      'lookAtPage' in rule ? rule.lookAtPage(steps, context).map((said) => ({ rule: rule.id, ...said })) : [],
    ),
  ];
}

/** What is found in standing copy is told where that stands, and mended where it is kept: no exchange in this page does that. */
function inCopy({ ancestors }: Step, findings: Finding[]): Finding[] {
  const copy = ancestors.find(({ type }) => type === 'standingCopy');
  if (copy?.type !== 'standingCopy') return findings;
  return findings.map((finding) => ({
    ...finding,
    remedies: undefined,
    where: copy.attrs.id,
    remedy: `${finding.remedy} It is in standing copy: mend it there.`,
  }));
}

/** Checks a page with its lead picture, and what stands for it in lists of pages. */
export function checkWhole(page: PageBody, context: CheckContext): Finding[] {
  // What is found in them is mended in the page's facts: no exchange of blocks does that.
  const apart = (document: PageDocument) =>
    checkPage(document, { ...context, shown: null }).map((finding): Finding => ({
      ...finding,
      remedies: undefined,
    }));
  return [
    ...apart(leadOf(page)),
    ...checkPage(page.document, context),
    ...(page.facts.listing ? apart(listingOf(page)) : []),
  ];
}

/** True for what somebody sees today or later; what a block holds goes by when that is shown. */
function isStillSeen({ block, ancestors }: Step, { today }: CheckContext): boolean {
  const when = scheduleWithin([...ancestors, block]);
  return when === null || ['now', 'not-yet'].includes(showsOn(when, today));
}

/** What rules look at that do not say. */
const SHOWN: readonly Use['as'][] = ['picture', 'film'];

/** What the rules say of a place that have a look of some sort. */
const told = (where: string, look: (rule: Rule) => Says | false) =>
  RULES.flatMap((rule): Finding[] => {
    const said = look(rule);
    return said ? [{ rule: rule.id, where, ...said }] : [];
  });

/** What is said of a block by itself, whatever it shows. */
const checkItself = (step: Step, context: CheckContext): Finding[] =>
  told(nameOf(step), (rule) => 'lookAtBlock' in rule && rule.lookAtBlock(step, context));

function checkBlock(step: Step, context: CheckContext): Finding[] {
  const { block } = step;
  const kind = kindOf(block);
  const id = nameOf(step);
  return [
    ...kind.uses(block).flatMap((use) => {
      const asset = context.holdings.get(heldKey(use));
      if (!asset) return told(use.id, (rule) => 'lookWhereGone' in rule && rule.lookWhereGone(step));
      const place = placeOf(step, use, asset, context);
      const looks = (rule: Rule): rule is HeldRule => 'look' in rule && (rule.of ?? SHOWN).includes(use.as);
      return told(use.id, (rule) => looks(rule) && rule.look(place, context));
    }),
    ...kind
      .embedded(block)
      .flatMap((embedded) =>
        told(id, (rule) => 'lookAtEmbedded' in rule && rule.lookAtEmbedded(embedded, context, step)),
      ),
    ...checkItself(step, context),
  ];
}

const placeOf = (step: Step, use: Use, asset: HeldAsset, context: PageContext): HeldPlace => ({
  use,
  asset,
  step,
  shown: kindOf(step.block).shown(step.block, use, step.room, context),
  terms: asset.terms ?? termsOfPlacard(asset.placard),
  name:
    asset.placard.title || (use.as === 'picture' ? 'This picture' : use.as === 'file' ? 'This file' : 'This'),
});

/** The first day on which the mere passing of time changes what is found in a page (ISO 8601); null for never. */
export function nextChange(document: PageDocument, context: CheckContext): string | null {
  const days = [...walk(document, context)].flatMap((step) => [
    ...RULES.flatMap((rule) => ('lookAtBlock' in rule ? (rule.turns?.(step) ?? []) : [])),
    ...kindOf(step.block)
      .uses(step.block)
      .flatMap((use) => {
        const asset = context.holdings.get(heldKey(use));
        if (!asset) return [];
        const place = placeOf(step, use, asset, context);
        return RULES.flatMap((rule) => ('look' in rule ? (rule.turns?.(place) ?? []) : []));
      }),
  ]);
  const ofPage = RULES.flatMap((rule) => ('lookAtPage' in rule ? (rule.turns?.(context) ?? []) : []));
  const last = [...days, ...ofPage].filter((day) => day >= context.today).toSorted()[0];
  return last === undefined ? null : dayAfter(last);
}

const dayAfter = (day: string): string => new Date(Date.parse(day) + 86_400_000).toISOString().slice(0, 10);

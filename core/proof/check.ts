import { termsOfPlacard } from '../credit/placard.ts';
import type { PageDocument } from '../page/document.ts';
import { bytesLoaded, posterOf } from '../page/files.ts';
import { heldKey, type HeldAsset, type Use } from '../page/held.ts';
import { kindOf } from '../page/kinds/index.ts';
import type { PageContext } from '../page/kinds/kind.ts';
import { shownUses, walk, type Step } from '../page/walk.ts';
import type { Finding } from './finding.ts';
import { RULES } from './rules/index.ts';
import type { CheckContext, HeldPlace, Rule, Says } from './rules/rule.ts';

/** Checks a page and says what is wrong or doubtful: what is placed in the order of the page, then the page as a whole. */
export function checkPage(document: PageDocument, context: CheckContext): Finding[] {
  const steps = [...walk(document, context.measures)];
  return [
    ...steps.flatMap((step) => checkBlock(step, context)),
    ...RULES.flatMap((rule) =>
      'lookAtPage' in rule ? rule.lookAtPage(steps).map((said) => ({ rule: rule.id, ...said })) : [],
    ),
  ];
}

function checkBlock(step: Step, context: CheckContext): Finding[] {
  const { block, path } = step;
  const kind = kindOf(block);
  const id =
    'attrs' in block && block.attrs && 'id' in block.attrs ? block.attrs.id : `block-${path.join('-')}`;
  /** What the rules say that have a look of this sort. */
  const told = (where: string, look: (rule: Rule) => Says | false) =>
    RULES.flatMap((rule): Finding[] => {
      const said = look(rule);
      return said ? [{ rule: rule.id, where, ...said }] : [];
    });
  return [
    ...kind.uses(block).flatMap((use) => {
      const asset = context.holdings.get(heldKey(use));
      if (!asset) return told(use.id, (rule) => 'lookWhereGone' in rule && rule.lookWhereGone(step));
      const place = placeOf(step, use, asset, context);
      return told(use.id, (rule) => 'look' in rule && rule.look(place, context));
    }),
    ...kind
      .frames(block)
      .flatMap((frame) =>
        told(id, (rule) => 'lookAtFrame' in rule && rule.lookAtFrame(frame, context, step)),
      ),
    ...told(id, (rule) => 'lookAtBlock' in rule && rule.lookAtBlock(step)),
  ];
}

const placeOf = (step: Step, use: Use, asset: HeldAsset, { measures }: PageContext): HeldPlace => ({
  use,
  asset,
  step,
  shown: kindOf(step.block).shown(step.block, use, step.room, measures),
  terms: asset.terms ?? termsOfPlacard(asset.placard),
  name: asset.placard.title || (use.as === 'picture' ? 'This picture' : 'This'),
});

/** The first day on which the mere passing of time changes what is found in a page (ISO 8601); null for never. */
export function nextChange(document: PageDocument, context: CheckContext): string | null {
  const days = [...walk(document, context.measures)].flatMap((step) =>
    kindOf(step.block)
      .uses(step.block)
      .flatMap((use) => {
        const asset = context.holdings.get(heldKey(use));
        if (!asset) return [];
        const place = placeOf(step, use, asset, context);
        return RULES.flatMap((rule) => ('turns' in rule ? (rule.turns?.(place) ?? []) : []));
      }),
  );
  const last = days.filter((day) => day >= context.today).toSorted()[0];
  return last === undefined ? null : dayAfter(last);
}

const dayAfter = (day: string): string => new Date(Date.parse(day) + 86_400_000).toISOString().slice(0, 10);

/** Bytes a page loads on a screen so wide, choosing files as a browser does for `sizes` and one device pixel. */
export function pageWeight(
  document: PageDocument,
  { measures, holdings }: PageContext,
  screen: number,
): number {
  return shownUses(document, measures).reduce((sum, { use, shown }) => {
    const asset = holdings.get(heldKey(use));
    if (!asset) return sum;
    return sum + (use.as === 'film' ? (posterOf(asset)?.bytes ?? 0) : bytesLoaded(asset, shown, screen));
  }, 0);
}

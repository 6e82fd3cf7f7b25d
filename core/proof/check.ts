import { lacks, limitsOf, termsOfPlacard } from '../credit/placard.ts';
import { mayWe } from '../licence/maywe.ts';
import { needsApproval, standingUse, type SitePolicy } from '../licence/policy.ts';
import type { Terms } from '../licence/terms.ts';
import { columnOf, NARROW, shownWidth } from '../page/figure.ts';
import { placements, type Embed, type Film, type PageDocument, type Picture } from '../page/document.ts';
import { heldKey, wordsAt, type HeldAsset } from '../page/held.ts';
import type { RenderContext } from '../page/render.ts';
import type { Finding } from './finding.ts';

/** How an organisation stands to a host of embeds. */
export type HostStanding = 'approved' | 'unreviewed' | 'refused';

/** What a page is checked against. */
export interface CheckContext extends RenderContext {
  /** The standing of a host name with port, as in a URL. */
  standingOf: (host: string) => HostStanding;
  /** Bytes above which one loaded file is called heavy. */
  heavyBytes: number;
  /** What the site is for, and whose terms a reviewer has to approve. */
  policy: SitePolicy;
  /** Today, as ISO 8601: 2026-11-25. */
  today: string;
}

/** Days before its end from which on something is said to end soon. */
const SOON = 30;

/** Checks a page and says what is wrong or doubtful, in the order of the page. */
export function checkPage(document: PageDocument, context: CheckContext): Finding[] {
  return [
    ...placements(document).flatMap((block) =>
      block.type === 'embed' ? checkEmbed(block, context) : checkHeld(block, context),
    ),
    ...checkHeadings(document),
  ];
}

function checkHeld(block: Picture | Film, context: CheckContext): Finding[] {
  const asset = context.holdings.get(heldKey(block.attrs));
  const where = block.attrs.id;
  if (!asset) {
    return [
      {
        rule: 'asset-gone',
        severity: 'stop',
        where,
        says: 'What stood here is no longer held.',
        remedy: 'Remove it or put something else here.',
      },
    ];
  }
  const findings: Finding[] = [];
  const name = asset.placard.title || 'This';
  if (wordsAt(asset, block.attrs).alt === null) {
    findings.push({
      rule: 'alt-missing',
      severity: 'stop',
      where,
      says: `“${name}” has no alt text, so some visitors learn nothing of it.`,
      remedy: 'Say what it shows, or mark it as decorative (WCAG 1.1.1).',
    });
  }
  const terms = asset.terms ?? termsOfPlacard(asset.placard);
  const missing = lacks(asset.placard, terms);
  if (missing.includes('licence')) {
    findings.push({
      rule: 'licence-unknown',
      severity: 'stop',
      where,
      says: `Nobody has said under which licence “${name}” may be used.`,
      remedy: 'Choose its licence on the placard.',
    });
  }
  if (missing.includes('creator')) {
    findings.push({
      rule: 'credit-missing',
      severity: 'stop',
      where,
      says: `The licence of “${name}” asks for its creator’s name, and there is none.`,
      remedy: 'Fill in the creator on the placard.',
    });
  }
  if (asset.placard.licence === 'comp') {
    findings.push({
      rule: 'comp-left',
      severity: 'stop',
      where,
      says: `“${name}” is still a comp: it may be tried out, not shown to visitors.`,
      remedy: 'Buy it and swap in the original, or take it out.',
    });
  }
  findings.push(...checkTerms(where, name, asset, terms, context));
  if (block.type === 'picture') findings.push(...checkPixels(block, asset, context));
  if (asset.kind === 'film' && asset.tracks.length === 0) {
    findings.push({
      rule: 'captions-missing',
      severity: 'warn',
      where,
      says: `“${name}” has no captions.`,
      remedy: 'Add a captions track, unless nothing is said or heard in it (WCAG 1.2.2).',
    });
  }
  return findings;
}

/** Whether its terms allow it to stand here, as it is, from today on. */
function checkTerms(
  where: string,
  name: string,
  asset: HeldAsset,
  terms: Terms,
  { policy, today }: CheckContext,
): Finding[] {
  const findings: Finding[] = [];
  const limits = limitsOf(asset.placard);
  const { onFile } = asset;
  const { reasons } = mayWe(terms, standingUse(policy, today, asset.changes), limits, onFile);
  const against = reasons.filter(({ weighs }) => weighs === 'against');
  // What is not known and what is not bought is said in its own words.
  if (against.length > 0 && terms.id !== 'unknown' && terms.id !== 'comp') {
    const cited = against.flatMap(({ clause }) => clause?.text ?? []);
    findings.push({
      rule: 'terms-against',
      severity: 'stop',
      where,
      says: `“${name}” may not stand here. ${against.map(({ says }) => says).join(' ')}`,
      remedy: `Choose another, change what is done to it, or get leave${cited.length > 0 ? ` (${[...new Set(cited)].join('; ')})` : ''}.`,
    });
  }
  const ends = [limits.until, onFile?.until ?? ''].filter((day) => day >= today).toSorted()[0];
  if (ends && daysBetween(today, ends) <= SOON) {
    findings.push({
      rule: 'terms-end-soon',
      severity: 'warn',
      where,
      says: `“${name}” may be shown until ${ends} only.`,
      remedy: 'Replace it before then, or have its terms extended.',
    });
  }
  if (needsApproval(terms, policy) && onFile?.state !== 'approved') {
    findings.push({
      rule: 'terms-not-approved',
      severity: 'stop',
      where,
      says: `No reviewer has approved the terms of “${name}”.`,
      remedy: 'Put the permission on file and ask a reviewer to look at it.',
    });
  }
  return findings;
}

const daysBetween = (from: string, until: string) => (Date.parse(until) - Date.parse(from)) / 86_400_000;

function checkPixels(block: Picture, asset: HeldAsset, context: CheckContext): Finding[] {
  const { position, measure, id } = block.attrs;
  const name = asset.placard.title || 'This picture';
  const shown = shownWidth(position, measure, context.measures);
  if (asset.sources.length === 0) {
    return [
      {
        rule: 'not-prepared',
        severity: 'stop',
        where: id,
        says: `“${name}” has no renditions yet.`,
        remedy: 'Wait until it is prepared, or look at Prep for what went wrong.',
      },
    ];
  }
  const findings: Finding[] = [];
  const wide = asset.sources.filter(({ screen }) => screen !== 'narrow');
  // A drawing is sharp at any width.
  if (wide.some(({ mime }) => mime === 'image/svg+xml')) return [];
  const widest = Math.max(asset.width, ...wide.map(({ width }) => width));
  if (widest < shown) {
    findings.push({
      rule: 'soft',
      severity: 'warn',
      where: id,
      says: `“${name}” has ${count(widest)} pixels across and is shown ${count(shown)} wide, ${(shown / widest).toFixed(1)} times too few.`,
      remedy: 'Choose a smaller measure or a larger original.',
    });
  }
  const loaded = wide.filter(({ width }) => width >= shown).sort((a, b) => a.bytes - b.bytes)[0];
  const bytes = loaded?.bytes ?? asset.file?.bytes ?? 0;
  if (bytes > context.heavyBytes) {
    findings.push({
      rule: 'heavy',
      severity: 'warn',
      where: id,
      says: `“${name}” loads ${count(Math.round(bytes / 1000))} kB here.`,
      remedy: `Prepare it again for at most ${count(Math.round(context.heavyBytes / 1000))} kB.`,
    });
  }
  return findings;
}

function checkEmbed(block: Embed, context: CheckContext): Finding[] {
  const { host } = new URL(block.attrs.frame.src);
  const standing = context.standingOf(host);
  if (standing === 'approved') return [];
  return [
    {
      rule: 'host-not-approved',
      severity: standing === 'refused' ? 'stop' : 'warn',
      where: block.attrs.id,
      says:
        standing === 'refused' ? `${host} was refused by a reviewer.` : `Nobody has reviewed ${host} yet.`,
      remedy:
        standing === 'refused' ? 'Remove the embed or link to it.' : 'Ask a reviewer to look at the host.',
    },
  ];
}

function checkHeadings(document: PageDocument): Finding[] {
  const findings: Finding[] = [];
  let level = 1;
  document.content.forEach((block, index) => {
    if (block.type !== 'heading') return;
    if (block.attrs.level > level + 1) {
      findings.push({
        rule: 'headings-out-of-order',
        severity: 'warn',
        where: `block-${index}`,
        says: `A heading of level ${block.attrs.level} follows one of level ${level}.`,
        remedy: `Make it level ${level + 1} (WCAG 1.3.1).`,
      });
    }
    level = block.attrs.level;
  });
  return findings;
}

/** Bytes a page loads at a viewport width, choosing files as a browser does for `sizes` and one device pixel. */
export function pageWeight(document: PageDocument, context: RenderContext, viewport: number): number {
  return placements(document).reduce((sum, block) => {
    if (block.type === 'embed') return sum;
    const asset = context.holdings.get(heldKey(block.attrs));
    if (!asset) return sum;
    const wished = Math.min(
      viewport,
      shownWidth(block.attrs.position, block.attrs.measure, context.measures),
    );
    const wide = block.type === 'film' ? Math.min(viewport, columnOf(context.measures)) : wished;
    const narrow = asset.sources.filter(({ screen }) => screen === 'narrow');
    const own = asset.sources.filter(({ screen }) => screen !== 'narrow');
    const drawing = own.find(({ mime }) => mime === 'image/svg+xml');
    if (drawing) return sum + drawing.bytes;
    const sources = viewport <= NARROW && narrow.length > 0 ? narrow : own;
    const enough = sources.filter(({ width }) => width >= wide);
    const candidates = enough.length > 0 ? enough : sources;
    const narrowest = Math.min(...candidates.map(({ width }) => width));
    const files = candidates.filter(({ width }) => width === narrowest).map(({ bytes }) => bytes);
    return (
      sum + (files.length > 0 ? Math.min(...files) : block.type === 'film' ? 0 : (asset.file?.bytes ?? 0))
    );
  }, 0);
}

function count(value: number): string {
  return value.toLocaleString('en');
}

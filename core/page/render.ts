import { statement, statementHtml } from '../credit/statement.ts';
import { frameToHtml } from '../embed/frame.ts';
import type { Measure } from '../geometry/measure.ts';
import type { Block, Embed, Film, Inline, List, PageDocument, Picture } from './document.ts';
import { columnOf, figureStyle, NARROW, shownWidth, sizesAttribute, type Standing } from './figure.ts';
import { arranged, renderCredits } from './credits.ts';
import { creditContext, heldKey, wordsAt, type HeldAsset, type Holdings, type Source } from './held.ts';
import { escapeHtml } from './text.ts';

/** What rendering needs besides the document. */
export interface RenderContext {
  measures: readonly Measure[];
  holdings: Holdings;
  /** The readers' language (BCP 47). */
  language?: string;
}

/**
 * A page's body as clean HTML: semantic elements, no class, no script, every address from the
 * holdings. Preview and hand-off both come from here. Placements of assets that no longer
 * exist are left out.
 */
export function renderDocument(document: PageDocument, context: RenderContext): string {
  return [...document.content.map((block) => renderBlock(block, context)), renderCredits(document, context)]
    .filter((html) => html !== '')
    .join('\n');
}

function renderBlock(block: Block, context: RenderContext): string {
  switch (block.type) {
    case 'heading':
      return `<h${block.attrs.level}>${renderInlines(block.content)}</h${block.attrs.level}>`;
    case 'paragraph':
      return block.content?.length ? `<p>${renderInlines(block.content)}</p>` : '';
    case 'bulletList':
    case 'orderedList':
      return renderList(block, context);
    case 'picture':
    case 'film':
      return renderHeld(block, context);
    case 'embed':
      return renderEmbed(block, context);
  }
}

function renderList(list: List, context: RenderContext): string {
  const tag = list.type === 'bulletList' ? 'ul' : 'ol';
  const items = list.content.map((item) => {
    const [first, ...rest] = item.content;
    const lead =
      first?.type === 'paragraph' ? renderInlines(first.content) : first ? renderList(first, context) : '';
    return `<li>${lead}${rest.map((block) => renderBlock(block, context)).join('')}</li>`;
  });
  return `<${tag}>${items.join('')}</${tag}>`;
}

function renderInlines(inlines: readonly Inline[] = []): string {
  return inlines
    .map((inline) => {
      if (inline.type === 'hardBreak') return '<br>';
      return (inline.marks ?? []).reduce((html, mark) => {
        if (mark.type === 'bold') return `<strong>${html}</strong>`;
        if (mark.type === 'italic') return `<em>${html}</em>`;
        return `<a href="${escapeHtml(mark.attrs.href.trim())}">${html}</a>`;
      }, escapeHtml(inline.text));
    })
    .join('');
}

function standingOf(block: Picture | Film | Embed, { measures }: RenderContext, widest?: number): Standing {
  const { position, measure, gap } = block.attrs;
  const wished = shownWidth(position, measure, measures);
  const width = widest === undefined ? wished : Math.min(wished, widest);
  return { position, gap, width: position === 'full' ? null : width };
}

function renderHeld(block: Picture | Film, context: RenderContext): string {
  const asset = context.holdings.get(heldKey(block.attrs));
  if (!asset) return '';
  const standing = standingOf(block, context);
  const words = wordsAt(asset, block.attrs);
  const media =
    block.type === 'film'
      ? renderFilm(asset, words.alt)
      : linked(block.attrs.linksTo, renderPicture(asset, words.alt ?? '', standing, context));
  const credit = statementHtml(statement(asset.placard, creditContext(asset, context.language)));
  return arranged(figureStyle(standing), media, escapeHtml(words.caption), credit, block.attrs.credit);
}

function linked(address: string | null | undefined, html: string): string {
  return address ? `<a href="${escapeHtml(address.trim())}">${html}</a>` : html;
}

/** A drawing is one file for every width. */
const DRAWING = 'image/svg+xml';
const FILLS = 'display:block;width:100%;height:auto';

function renderPicture(asset: HeldAsset, alt: string, standing: Standing, context: RenderContext): string {
  const wide = asset.sources.filter(({ screen }) => screen !== 'narrow');
  const drawing = wide.find(({ mime }) => mime === DRAWING);
  if (drawing)
    return `<img src="${escapeHtml(drawing.url)}" width="${asset.width}" height="${asset.height}" alt="${escapeHtml(alt)}" loading="lazy" decoding="async" style="${FILLS}">`;
  const byMime = groupByMime(wide);
  const safe = safest(byMime) ?? wide;
  const shown = standing.width ?? columnOf(context.measures);
  const chosen = safe.find(({ width }) => width >= shown) ?? safe.at(-1);
  const sizes = sizesAttribute(standing, columnOf(context.measures));
  const narrow = [...groupByMime(asset.sources.filter(({ screen }) => screen === 'narrow'))]
    .toSorted(([one], [other]) => Number(one === 'image/jpeg') - Number(other === 'image/jpeg'))
    .map(
      ([mime, sources]) =>
        // The pixels of the other part are said too, so that nothing jumps while it loads.
        `<source media="(max-width: ${NARROW}px)" type="${mime}" srcset="${srcset(sources)}" sizes="100vw" width="${sources.at(-1)?.width}" height="${sources.at(-1)?.height}">`,
    )
    .join('');
  const modern = [...byMime]
    .filter(([, sources]) => sources !== safe)
    .map(([mime, sources]) => `<source type="${mime}" srcset="${srcset(sources)}" sizes="${sizes}">`)
    .join('');
  const file = chosen ?? { url: asset.file?.url ?? '', width: asset.width, height: asset.height };
  const several = safe.length > 1 ? ` srcset="${srcset(safe)}" sizes="${sizes}"` : '';
  const img = `<img src="${escapeHtml(file.url)}"${several} width="${file.width}" height="${file.height}" alt="${escapeHtml(alt)}" loading="lazy" decoding="async" style="${FILLS}">`;
  return narrow + modern === '' ? img : `<picture>${narrow}${modern}${img}</picture>`;
}

/** The sources of the format that every browser reads. */
function safest(byMime: ReadonlyMap<string, Source[]>): Source[] | undefined {
  return byMime.get('image/jpeg') ?? byMime.get('image/png') ?? byMime.get('image/gif');
}

function groupByMime(sources: readonly Source[]): Map<string, Source[]> {
  const groups = new Map<string, Source[]>();
  for (const source of sources) groups.set(source.mime, [...(groups.get(source.mime) ?? []), source]);
  return groups;
}

/** The `srcset` value for files of one type (HTML, width descriptors). */
function srcset(sources: readonly Source[]): string {
  return sources.map(({ url, width }) => `${escapeHtml(url)} ${width}w`).join(', ');
}

function renderFilm(asset: HeldAsset, label: string | null): string {
  if (!asset.file) return '';
  const named = label ? ` aria-label="${escapeHtml(label)}"` : '';
  const tracks = asset.tracks
    .map(
      ({ url, language, label }, index) =>
        `<track kind="captions" src="${escapeHtml(url)}" srclang="${escapeHtml(language)}" label="${escapeHtml(label)}"${index === 0 ? ' default' : ''}>`,
    )
    .join('');
  const file = `<source src="${escapeHtml(asset.file.url)}" type="${escapeHtml(asset.file.mime)}">`;
  if (asset.kind === 'sound') return `<audio controls preload="none"${named}>${file}${tracks}</audio>`;
  const stills = asset.sources.filter(({ mime }) => mime === 'image/jpeg');
  const poster = stills.find(({ width }) => width >= 720) ?? stills.at(-1);
  const still = poster ? ` poster="${escapeHtml(poster.url)}"` : '';
  return `<video controls preload="none"${still} width="${asset.width}" height="${asset.height}"${named} style="${FILLS}">${file}${tracks}</video>`;
}

function renderEmbed(block: Embed, context: RenderContext): string {
  const { frame, caption } = block.attrs;
  const words = caption ? `<figcaption>${escapeHtml(caption)}</figcaption>` : '';
  return `<figure style="${figureStyle(standingOf(block, context))}">${frameToHtml(frame)}${words}</figure>`;
}

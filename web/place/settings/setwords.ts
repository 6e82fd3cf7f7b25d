import type { Site } from '@placard/core/contract';
import { neededFor, type WordsRect } from '@placard/core/contrast';
import {
  blockMarkup,
  NARROW,
  pageWidth,
  pictureOf,
  thingsIn,
  heldKey,
  type Item,
  type RenderContext,
  type Together,
} from '@placard/core/page';
import { drawn } from '../../kit/drawn.ts';
import type { SetWords } from './contrast.worker.ts';

/** The screens that words on a picture are measured on, in CSS pixels, and how many times as large letters may be made (WCAG 1.4.4). */
const SCREENS = [320, 390, 768, 1280];
const ZOOMS = [1, 2];

/** Sets an opener in the site's own style on every screen and with letters as large as anybody makes them, and tells where its words lie. */
export function setWords(block: Together, site: Site, context: RenderContext): SetWords[] {
  const host = document.createElement('div');
  host.setAttribute('aria-hidden', 'true');
  host.inert = true;
  host.style.cssText = 'position:fixed;left:-20000px;top:0;visibility:hidden;contain:layout style';
  const root = host.attachShadow({ mode: 'closed' });
  const style = new CSSStyleSheet();
  style.replaceSync(site.style);
  root.adoptedStyleSheets = [style];
  document.body.append(host);
  try {
    return SCREENS.flatMap((screen) => {
      const html = document.createElement('html');
      const body = document.createElement('body');
      const main = document.createElement('main');
      html.style.cssText = `display:block;width:${screen}px`;
      body.style.display = 'block';
      main.append(
        ...blockMarkup(block, { ...context, screen: `${screen}px` }, pageWidth(context.measures)).map(drawn),
      );
      body.append(main);
      html.append(body);
      root.replaceChildren(html);
      const stage = main.querySelector<HTMLElement>('section > div');
      const words = stage?.lastElementChild;
      const source = sourceFor(block, context, screen);
      if (!stage || !(words instanceof HTMLElement) || !source) return [];
      return ZOOMS.map((zoom) => {
        if (zoom !== 1) enlarge(words, zoom);
        const box = stage.getBoundingClientRect();
        return { ...source, width: box.width, height: box.height, rects: rectsOf(words, box), screen };
      });
    });
  } finally {
    host.remove();
  }
}

/** Makes letters larger, whatever unit their size was said in. */
function enlarge(words: HTMLElement, zoom: number): void {
  const all = [words, ...words.querySelectorAll<HTMLElement>('*')];
  const sizes = all.map((element) => parseFloat(getComputedStyle(element).fontSize));
  all.forEach((element, at) =>
    element.style.setProperty('font-size', `${(sizes[at] ?? 16) * zoom}px`, 'important'),
  );
}

/** Where each line of words lies on the picture, with what it needs. */
function rectsOf(words: HTMLElement, box: DOMRect): WordsRect[] {
  const rects: WordsRect[] = [];
  const texts = document.createTreeWalker(words, NodeFilter.SHOW_TEXT);
  for (let text = texts.nextNode(); text; text = texts.nextNode()) {
    const parent = text.parentElement;
    if (!parent || text.textContent?.trim() === '') continue;
    const { fontSize, fontWeight } = getComputedStyle(parent);
    const size = parseFloat(fontSize);
    const range = document.createRange();
    range.selectNodeContents(text);
    for (const { x, y, width, height } of range.getClientRects())
      rects.push({
        x: x - box.x,
        y: y - box.y,
        width,
        height,
        size,
        needed: neededFor(size, Number(fontWeight) >= 700),
      });
  }
  return rects;
}

/** A file of the picture as a screen so wide has it, with its focal point; a small one tells as much. */
function sourceFor(
  block: Together,
  { holdings }: RenderContext,
  screen: number,
): Pick<SetWords, 'src' | 'focal'> | null {
  const picture = pictureOf(thingsIn(block).items[0] as Item);
  const asset = picture && holdings.get(heldKey(picture.attrs));
  if (!asset) return null;
  const safe = asset.sources.filter(({ mime }) => mime === 'image/jpeg' || mime === 'image/png');
  const narrow = safe.filter(({ screen: of }) => of === 'narrow');
  const some = (
    screen < NARROW && narrow.length > 0 ? narrow : safe.filter(({ screen: of }) => of !== 'narrow')
  ).toSorted((one, other) => one.width - other.width);
  const file = some.find(({ width }) => width >= 600) ?? some.at(-1);
  return file ? { src: file.key, focal: asset.focal ?? { x: 0.5, y: 0.5 } } : null;
}

import { CENTRE, type FocalPoint, type Size } from '../geometry/rectangle.ts';
import type { Style } from '../markup/index.ts';
import type { AspectRatio } from './aspectratio.ts';
import { timesAs, type Shown } from './availablewidth.ts';

/** How many times as wide as its box a picture is drawn in it: more than once where it fills one that is narrower. */
export function zoomIn({ width, height, how }: AspectRatio, picture: Size): number {
  const wider = (picture.width / picture.height) * (height / width);
  return how === 'filled' ? Math.max(1, wider) : Math.min(1, wider);
}

/** How wide a picture itself is shown, in a box that is shown so. */
export function shownInRatio(shown: Shown, box: AspectRatio, picture: Size): Shown {
  const zoom = zoomIn(box, picture);
  return {
    ...shown,
    width: Math.ceil(shown.width * zoom),
    share: shown.share * zoom,
    ...(shown.less ? { less: shown.less * zoom } : {}),
    ...(shown.least ? { least: shown.least * zoom } : {}),
    ...(shown.wide ? { wide: timesAs(shown.wide, zoom) } : {}),
    ...(shown.beside
      ? {
          beside: {
            ...shown.beside,
            whole: Math.ceil(shown.beside.whole * zoom),
            from: shown.beside.from * zoom,
          },
        }
      : {}),
    boxed: true,
  };
}

/** The style of a picture in a box: cut so that its focal point lies as near to the middle as it can. */
export function ratioStyle(box: AspectRatio, picture: Size, focal: FocalPoint = CENTRE): Style {
  const { width, height, how } = box;
  const style = {
    'aspect-ratio': `${width}/${height}`,
    'object-fit': how === 'filled' ? 'cover' : 'contain',
  };
  if (how === 'fitted') return style;
  const across = (picture.width / picture.height) * (height / width);
  return {
    ...style,
    'object-position': `${inPercent(aligned(focal.x, across))} ${inPercent(aligned(focal.y, 1 / across))}`,
  };
}

/** Which share of what juts out lies before the box, so that a point lies in its middle (CSS, `object-position`). */
function aligned(point: number, zoom: number): number {
  return zoom <= 1.0001 ? 0.5 : Math.min(1, Math.max(0, (point * zoom - 0.5) / (zoom - 1)));
}

const inPercent = (share: number): string => `${Math.round(share * 1000) / 10}%`;

import type { Sharp } from 'sharp';
import type { Facts } from '@placard/core/contract';
import { cornersOf, heightAt, type Size, type Window } from '@placard/core/geometry';
import { drawn } from './drawing.ts';
import { openPicture } from './picture.ts';
import { open, pixelsOf, type Pixels } from './pixels.ts';

/**
 * What a window shows of a picture, in sRGB, `width` pixels across, from one decode: as small as the decoder gives
 * it cheaply where the whole is wanted, else the part alone.
 */
export async function decodeSeen(
  input: string | Buffer,
  facts: Pick<Facts, 'width' | 'height' | 'extension'>,
  window: Window,
  width: number,
): Promise<Pixels> {
  const size = { width, height: heightAt(width, window.size) };
  const drawing = facts.extension === 'svg';
  const upright = window.angle % 90 === 0;
  if (!upright) return turnedFreely(input, facts, window, size);
  const quarters = window.angle / 90;
  const before = quarters % 2 === 0 ? size : { width: size.height, height: size.width };
  const part = partOf(window, facts);
  const whole = part.width === facts.width && part.height === facts.height;
  if (drawing) {
    // Drawn as large as its widest wish, and cut from that.
    const scale = before.width / part.width;
    const pixels = await drawn(input, sizedBy(facts, scale));
    return turnedBack(await cutTo(pixels, window, scale, facts, before), window);
  }
  const source = openPicture(input).autoOrient();
  if (!whole) source.extract(part);
  return turnedBack(
    await pixelsOf(source.resize(before.width, before.height, { fit: 'fill' }).toColourspace('srgb')),
    window,
  );
}

/** The whole of a picture, upright and in sRGB, at a size: not decoded before somebody asks for its pixels. */
export const wholeAt = (input: string | Buffer, { width, height }: Size): Sharp =>
  openPicture(input).autoOrient().resize(width, height, { fit: 'fill' }).toColourspace('srgb');

/** The upright rectangle that a window by quarters covers, in whole pixels of the original. */
function partOf(window: Window, { width, height }: Size) {
  const corners = cornersOf(window);
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
  const left = Math.min(Math.max(0, Math.round(Math.min(...xs))), width - 1);
  const top = Math.min(Math.max(0, Math.round(Math.min(...ys))), height - 1);
  return {
    left,
    top,
    width: Math.max(1, Math.min(width, Math.round(Math.max(...xs))) - left),
    height: Math.max(1, Math.min(height, Math.round(Math.max(...ys))) - top),
  };
}

async function cutTo(
  pixels: Pixels,
  window: Window,
  scale: number,
  facts: Size,
  size: Size,
): Promise<Pixels> {
  const part = partOf(window, facts);
  const at = (value: number, most: number) => Math.min(most, Math.max(0, Math.round(value * scale)));
  const [left, top] = [at(part.left, pixels.raw.width - 1), at(part.top, pixels.raw.height - 1)];
  const cut = {
    left,
    top,
    width: Math.max(1, Math.min(pixels.raw.width - left, Math.round(part.width * scale))),
    height: Math.max(1, Math.min(pixels.raw.height - top, Math.round(part.height * scale))),
  };
  return pixelsOf(open(pixels).extract(cut).resize(size.width, size.height, { fit: 'fill' }));
}

/** From how it lies in the original to how it is seen. */
async function turnedBack(pixels: Pixels, { angle, mirrored }: Window): Promise<Pixels> {
  const turned = angle === 0 ? pixels : await pixelsOf(open(pixels).rotate(360 - angle));
  return mirrored ? pixelsOf(open(turned).flop()) : turned;
}

/** Turns the whole by any angle, and cuts the window from it. */
async function turnedFreely(
  input: string | Buffer,
  facts: Size & { extension: string },
  window: Window,
  size: Size,
): Promise<Pixels> {
  const wanted = Math.max(size.width / window.across, size.height / window.down);
  const drawing = facts.extension === 'svg';
  const scale = drawing ? wanted : Math.min(1, wanted);
  const small = sizedBy(facts, scale);
  const whole = drawing ? await drawn(input, small) : await pixelsOf(wholeAt(input, small));
  const turned = await pixelsOf(open(whole).rotate(360 - window.angle));
  const radians = (window.angle * Math.PI) / 180;
  const [dx, dy] = [window.x * scale - whole.raw.width / 2, window.y * scale - whole.raw.height / 2];
  const centre = {
    x: dx * Math.cos(radians) + dy * Math.sin(radians) + turned.raw.width / 2,
    y: dy * Math.cos(radians) - dx * Math.sin(radians) + turned.raw.height / 2,
  };
  const width = Math.min(turned.raw.width, Math.max(1, Math.round(window.across * scale)));
  const height = Math.min(turned.raw.height, Math.max(1, Math.round(window.down * scale)));
  const cut = await pixelsOf(
    open(turned)
      .extract({
        left: Math.min(turned.raw.width - width, Math.max(0, Math.round(centre.x - width / 2))),
        top: Math.min(turned.raw.height - height, Math.max(0, Math.round(centre.y - height / 2))),
        width,
        height,
      })
      .resize(size.width, size.height, { fit: 'fill' }),
  );
  return window.mirrored ? pixelsOf(open(cut).flop()) : cut;
}

const sizedBy = ({ width, height }: Size, scale: number): Size => ({
  width: Math.max(1, Math.round(width * scale)),
  height: Math.max(1, Math.round(height * scale)),
});

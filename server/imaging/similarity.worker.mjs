import { ssim } from 'ssim.js';

/** So many pixels are looked at at most: of larger pictures, tiles spread evenly over them. */
const MOST = 600_000;
const TILE = 256;

export default ({ width, height, one, other }) => {
  const across = width * height <= MOST ? 1 : 3;
  const tile =
    across === 1 ? { width, height } : { width: Math.min(TILE, width), height: Math.min(TILE, height) };
  let sum = 0;
  for (let row = 0; row < across; row++)
    for (let column = 0; column < across; column++) {
      const left = across === 1 ? 0 : Math.floor(((width - tile.width) * column) / (across - 1));
      const top = across === 1 ? 0 : Math.floor(((height - tile.height) * row) / (across - 1));
      const part = (data) => cut(data, width, left, top, tile);
      sum += ssim(part(one), part(other), { ssim: 'bezkrovny', downsample: false }).mssim;
    }
  return sum / (across * across);
};

function cut(data, width, left, top, tile) {
  if (tile.width === width && left === 0 && data.length === 4 * tile.width * tile.height)
    return { ...tile, data: new Uint8ClampedArray(data) };
  const part = new Uint8ClampedArray(4 * tile.width * tile.height);
  for (let row = 0; row < tile.height; row++) {
    const from = 4 * ((top + row) * width + left);
    part.set(data.subarray(from, from + 4 * tile.width), 4 * row * tile.width);
  }
  return { ...tile, data: part };
}

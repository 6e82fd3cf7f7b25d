import { readFile } from 'node:fs/promises';
import libheif from 'libheif-js/wasm-bundle.js';
import { move, transferableSymbol, valueSymbol } from 'piscina';

export default async ({ path, mostPixels }) => {
  const [image] = new libheif.HeifDecoder().decode(await readFile(path));
  if (!image) throw new Error('no picture in it');
  const [width, height] = [image.get_width(), image.get_height()];
  if (width * height > mostPixels) throw new Error(`pixel limit: ${width} × ${height}`);
  const data = new Uint8ClampedArray(width * height * 4);
  await new Promise((resolve, reject) => {
    image.display({ data, width, height }, (shown) =>
      shown ? resolve() : reject(new Error('it cannot be decoded')),
    );
  });
  return move({ [transferableSymbol]: data.buffer, [valueSymbol]: { data, width, height } });
};

import { readFile } from 'node:fs/promises';
import libheif from 'libheif-js/wasm-bundle.js';
import { move, transferableSymbol, valueSymbol } from 'piscina';

export default async ({ path, mostPixels }) => {
  const images = new libheif.HeifDecoder().decode(await readFile(path));
  // The one that its file says is meant, wherever it stands (ISO/IEC 23008-12, pitm); others may be anything.
  const image = images.find((one) => one.is_primary()) ?? images[0];
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

import { readFile } from 'node:fs/promises';
import { parentPort, workerData } from 'node:worker_threads';
import libheif from 'libheif-js/wasm-bundle.js';

// Plain JavaScript: a worker thread begins without whatever translates the rest.
const { path, mostPixels } = workerData;
const [image] = new libheif.HeifDecoder().decode(await readFile(path));
if (!image) throw new Error('no picture in it');
const [width, height] = [image.get_width(), image.get_height()];
if (width * height > mostPixels) throw new Error(`pixel limit: ${width} × ${height}`);
const data = new Uint8ClampedArray(width * height * 4);
image.display({ data, width, height }, (shown) => {
  if (!shown) throw new Error('it cannot be decoded');
  parentPort.postMessage({ data, width, height }, [data.buffer]);
});

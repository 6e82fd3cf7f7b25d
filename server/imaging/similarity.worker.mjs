import { parentPort } from 'node:worker_threads';
import { ssim } from 'ssim.js';

// Plain JavaScript: a worker thread begins without whatever translates the rest.
parentPort.on('message', ({ id, width, height, one, other }) => {
  const picture = (data) => ({ width, height, data: new Uint8ClampedArray(data) });
  try {
    const { mssim } = ssim(picture(one), picture(other), { ssim: 'weber', downsample: false });
    parentPort.postMessage({ id, mssim });
  } catch (error) {
    parentPort.postMessage({ id, says: String(error) });
  }
});

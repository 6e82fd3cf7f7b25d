import { parentPort, workerData } from 'node:worker_threads';
import { optimize } from 'svgo';

// Plain JavaScript: a worker thread begins without whatever translates the rest.
parentPort.postMessage(optimize(workerData, { multipass: true }).data);

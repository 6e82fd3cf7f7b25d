import type { Job } from '../queue/job.ts';
import type { Services } from '../services.ts';
import { batchJob } from './batch.ts';
import { emptyJob } from './empty.ts';
import { fetchJob } from './fetch.ts';
import { filmJob } from './film.ts';
import { judgeJob } from './judge.ts';
import { outsideJob } from './outside.ts';
import { pagesJob } from './pages.ts';
import { prepareJob } from './prepare.ts';
import { receiveJob } from './receive.ts';
import { relabelJob } from './relabel.ts';
import { sendJob } from './send.ts';
import { sheetJob } from './sheet.ts';
import { soundJob } from './sound.ts';

/** All kinds of long work. */
export const JOBS: readonly Job<Services>[] = [
  receiveJob,
  fetchJob,
  sendJob,
  sheetJob,
  soundJob,
  prepareJob,
  judgeJob,
  pagesJob,
  emptyJob,
  batchJob,
  relabelJob,
  outsideJob,
  filmJob,
];

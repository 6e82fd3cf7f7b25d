import { FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import { Router, type RequestHandler } from 'express';
import { AsyncLocalStorage } from 'node:async_hooks';
import { mkdir } from 'node:fs/promises';
import type { Person } from '@placard/core/contract';
import { isId, newId } from '../db/columns.ts';
import { refuseOverQuota } from '../site/quota.ts';
import type { Services } from '../services.ts';
import { Refusal, gone, unused } from '../refusal.ts';
import { statusOf } from './problem.ts';
import { announceArrival, arrivalComplete, arrivalState, refuseArrival } from '../holdings/arrivals.ts';

// Who uploads, told past the upload library, whose callbacks know only the bare request.
const uploader = new AsyncLocalStorage<Person>();

/**
 * Resumable uploads (tus 1.0) at `/upload`; each becomes an arrival when it begins. What was sent cannot be fetched
 * here: of the protocol's methods only those that send it are answered.
 */
export async function uploads({
  configuration,
  database,
  siteId,
  store,
  runner,
  log,
}: Services): Promise<Router> {
  const { uploads: folder, maxUpload: maxSize } = configuration;
  await mkdir(folder, { recursive: true });
  const server = new Server({
    path: '/upload',
    relativeLocation: true,
    maxSize,
    datastore: new FileStore({ directory: folder }),
    disableTerminationForFinishedUploads: true,
    // Whoever sends it may have named it, so that it is begun once however often the answer is lost.
    namingFunction: (_request, metadata) => {
      const { token } = metadata ?? {};
      return token && isId(token) ? token : newId();
    },
    onUploadCreate: async (_request, upload) => {
      if (!upload.size)
        throw refusal(
          upload.size === 0 ? 'This file is empty.' : 'Say the size of the file first (Upload-Length).',
        );
      const [site, person] = [await siteId(), uploader.getStore()];
      const before = await arrivalState(database, upload.id, person?.id ?? '');
      if (before === 'of another') throw refusal('This name is taken. Send it under another.');
      if (before === 'come') throw { status_code: 410, body: 'This file has come already.' };
      try {
        await refuseOverQuota({ database, uploads: folder, store }, site, upload.size);
      } catch (error) {
        throw asAnswer(error);
      }
      if (before === 'coming') return {};
      await announceArrival(database, {
        id: upload.id,
        siteId: site,
        personId: person?.id ?? '',
        fileName: upload.metadata?.['filename']?.replace(/^.*[/\\]/, '') || 'unnamed',
        bytes: upload.size,
      });
      runner.wake();
      return {};
    },
    onUploadFinish: async (_request, upload) => {
      try {
        // What others sent meanwhile may have taken the room that there was when this one began.
        await refuseOverQuota({ database, uploads: folder, store }, await siteId(), 0);
      } catch (error) {
        if (error instanceof Refusal) await refuseArrival(database, folder, upload.id, error.message);
        throw asAnswer(error);
      }
      await arrivalComplete(database, upload.id);
      runner.wake();
      return {};
    },
    onResponseError: async (_request, error) => {
      const says = 'body' in error ? error.body : error.message;
      if (/ENOSPC/.test(says))
        return {
          status_code: 507,
          body: 'The disk is full. Nothing was kept of this part; go on when there is room.',
        };
      if ('body' in error) return error;
      log.error({ error: says, cause: String(error.cause) }, 'An upload could not be written');
      return { status_code: 500, body: 'This part could not be written. Try again.' };
    },
  });
  const handle: RequestHandler = (request, response) => {
    // The protocol lets a request name another method than its own.
    delete request.headers['x-http-method-override'];
    return uploader.run(response.locals['person'] as Person, () => server.handle(request, response));
  };
  const router = Router();
  router.post('/upload', handle);
  // An upload is asked for by the id we gave it, and by nothing that could be a path.
  router.use('/upload/:id', ({ params }, _response, next) => {
    if (!isId(params.id)) throw gone('There is no such upload.');
    next();
  });
  router.head('/upload/:id', handle);
  router.patch('/upload/:id', handle);
  router.delete('/upload/:id', handle);
  router.all(['/upload', '/upload/:id'], ({ method }, response) => {
    response.set('allow', 'POST, HEAD, PATCH, DELETE');
    throw unused(`Uploads are sent here, they do not answer to ${method}.`);
  });
  return router;
}

/** A refusal of ours in the upload library's words. */
const asAnswer = (error: unknown) =>
  error instanceof Refusal ? { status_code: statusOf(error), body: error.message } : error;

function refusal(body: string): { status_code: number; body: string } {
  return { status_code: 400, body };
}

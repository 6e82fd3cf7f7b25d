import { FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import type { RequestHandler } from 'express';
import { AsyncLocalStorage } from 'node:async_hooks';
import { mkdir } from 'node:fs/promises';
import type { Person } from '@placard/core/contract';
import { newId } from '../db/columns.ts';
import { refuseWithoutRoom } from '../site/room.ts';
import type { House } from './house.ts';
import { Problem } from './problem.ts';
import { announceArrival, arrivalComplete } from '../holdings/arrivals.ts';

// Who uploads, told past the upload library, whose callbacks know only the bare request.
const uploader = new AsyncLocalStorage<Person>();

/** Resumable uploads (tus 1.0) at `/upload`; each becomes an arrival when it begins. */
export async function uploads({
  configuration,
  database,
  siteId,
  runner,
  log,
}: House): Promise<RequestHandler> {
  const { uploads: folder, maxUpload: maxSize } = configuration;
  await mkdir(folder, { recursive: true });
  const server = new Server({
    path: '/upload',
    relativeLocation: true,
    maxSize,
    datastore: new FileStore({ directory: folder }),
    disableTerminationForFinishedUploads: true,
    namingFunction: () => newId(),
    onUploadCreate: async (_request, upload) => {
      if (!upload.size)
        throw refusal(
          upload.size === 0 ? 'This file is empty.' : 'Say the size of the file first (Upload-Length).',
        );
      const [site, person] = [await siteId(), uploader.getStore()];
      try {
        await refuseWithoutRoom(database, site, upload.size);
      } catch (error) {
        throw error instanceof Problem ? { status_code: error.status, body: error.message } : error;
      }
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
  return (request, response) =>
    uploader.run(response.locals['person'] as Person, () => server.handle(request, response));
}

function refusal(body: string): { status_code: number; body: string } {
  return { status_code: 400, body };
}

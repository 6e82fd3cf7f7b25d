import { FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import { AsyncLocalStorage } from 'node:async_hooks';
import { mkdir } from 'node:fs/promises';
import type { Person } from '@placard/core/contract';
import type { Database } from '../db/database.ts';
import { newId } from '../db/columns.ts';
import { refuseWithoutRoom } from '../site/room.ts';
import { Problem } from './problem.ts';
import { announceArrival, arrivalComplete } from '../holdings/arrivals.ts';

// Who uploads, told past the upload library, whose callbacks know only the bare request.
const uploader = new AsyncLocalStorage<{ siteId: string; personId: string }>();

/** Resumable uploads (tus 1.0) at `/upload`; each becomes an arrival when it begins. */
export async function uploads(
  database: Database,
  folder: string,
  maxSize: number,
  log: Logger,
  onArrived: () => void,
): Promise<(siteId: string) => RequestHandler> {
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
      const { siteId, personId } = uploader.getStore() ?? { siteId: '', personId: '' };
      try {
        await refuseWithoutRoom(database, siteId, upload.size);
      } catch (error) {
        throw error instanceof Problem ? { status_code: error.status, body: error.message } : error;
      }
      await announceArrival(database, {
        id: upload.id,
        siteId,
        personId,
        fileName: upload.metadata?.['filename']?.replace(/^.*[/\\]/, '') || 'unnamed',
        bytes: upload.size,
      });
      onArrived();
      return {};
    },
    onUploadFinish: async (_request, upload) => {
      await arrivalComplete(database, upload.id);
      onArrived();
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
  return (siteId) => (request, response) => {
    const { id: personId } = response.locals['person'] as Person;
    return uploader.run({ siteId, personId }, () => server.handle(request, response));
  };
}

function refusal(body: string): { status_code: number; body: string } {
  return { status_code: 400, body };
}

import { Upload } from 'tus-js-client';
import type { Arrival } from '@placard/core/contract';
import { until, type Caller, type OpenServer } from './openserver.ts';

/** Sends a file as a script would (tus), and answers the id of its arrival. */
export function send(server: OpenServer, caller: Caller, bytes: Buffer, name: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const upload: Upload = new Upload(bytes, {
      endpoint: `${server.address.replace('localhost', '127.0.0.1')}/upload`,
      headers: { cookie: caller.cookie },
      metadata: { filename: name },
      retryDelays: null,
      uploadDataDuringCreation: bytes.length <= 400_000,
      onError: reject,
      onSuccess: () => resolve(upload.url?.split('/').at(-1) ?? ''),
    });
    upload.start();
  });
}

/** The arrival once it was read or refused. */
export function settled(caller: Caller, id: string): Promise<Arrival> {
  return until(async () => {
    const { body } = await caller.ask<Arrival[]>('GET', '/api/arrivals');
    return body.find(
      (arrival) => arrival.id === id && (arrival.state === 'ready' || arrival.state === 'refused'),
    );
  });
}

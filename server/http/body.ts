import type { Request, RequestHandler } from 'express';
import { DEEPEST_JSON, jsonDepth } from '@placard/core/text';
import { packed, tooMuch, unread } from '../refusal.ts';

/** How long what nobody reads any more may still come, so that the answer is not lost with the connection, in milliseconds. */
const LINGER = 2000;

/** Ends connections on which a body goes on coming after its answer was given. */
export const endUnread: RequestHandler = (request, response, next) => {
  response.on('finish', () => {
    if (!request.complete) setTimeout(() => request.complete || request.socket.destroy(), LINGER).unref();
  });
  next();
};

/** Reads a body of JSON (RFC 8259), at most so many bytes long, into `request.body`. */
export const readJson =
  (most: number): RequestHandler =>
  async (request, _response, next) => {
    if (request.is('application/json')) {
      const bytes = await bytesOf(request, most);
      if (bytes.length > 0) request.body = parse(bytes);
    }
    next();
  };

/** Reads a body of whatever type as text (UTF-8), at most so many bytes long, into `request.body`. */
export const readText =
  (most: number): RequestHandler =>
  async (request, _response, next) => {
    request.body = (await bytesOf(request, most)).toString('utf8');
    next();
  };

/** Reads what a form sends (application/x-www-form-urlencoded) as the first value of each name, into `request.body`. */
export const readForm =
  (most: number): RequestHandler =>
  async (request, _response, next) => {
    if (request.is('application/x-www-form-urlencoded')) {
      const sent = new URLSearchParams((await bytesOf(request, most)).toString('utf8'));
      request.body = Object.fromEntries([...sent].toReversed());
    }
    next();
  };

/** A body, counted as it comes. Throws a Refusal (tooMuch, packed). */
async function bytesOf(request: Request, most: number): Promise<Buffer> {
  const tooLarge = () => tooMuch('This is too large to be sent in one go.');
  if ((request.headers['content-encoding'] ?? 'identity') !== 'identity')
    throw packed('What is sent here is not packed (Content-Encoding).');
  if (Number(request.headers['content-length'] ?? 0) > most) throw tooLarge();
  const parts: Buffer[] = [];
  let length = 0;
  await new Promise<void>((resolve, reject) => {
    request.on('data', (part: Buffer) => {
      length += part.length;
      if (length <= most) return void parts.push(part);
      // What is not read is not sent either: the sender's own buffers fill.
      request.pause();
      reject(tooLarge());
    });
    request.once('end', resolve);
    request.once('error', reject);
    request.once('close', () => reject(unread('The request ended in the middle.')));
  });
  return Buffer.concat(parts);
}

function parse(bytes: Buffer): unknown {
  const json = bytes.toString('utf8');
  if (jsonDepth(json) > DEEPEST_JSON)
    throw unread(`What was sent is nested more than ${DEEPEST_JSON} levels deep, and was not read.`);
  try {
    return JSON.parse(json);
  } catch {
    throw unread('What was sent is no JSON.');
  }
}

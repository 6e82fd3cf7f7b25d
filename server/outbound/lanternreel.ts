import { Readable } from 'node:stream';
import * as v from 'valibot';
import { pathStep, readAnswer } from './answer.ts';
import type { Outbound } from './outbound.ts';
import type { VideoHost } from './videohost.ts';

const text = v.pipe(v.string(), v.maxLength(2000));
const FoundSchema = v.object({
  total: v.number(),
  films: v.array(
    v.object({
      id: text,
      title: text,
      owner: text,
      seconds: v.number(),
      page: text,
      player: text,
      still: text,
      width: v.number(),
      height: v.number(),
    }),
  ),
});
const AnnouncedSchema = v.object({ id: text });
const ReceivedSchema = v.object({ id: text, page: text, player: text });
const NAME = 'Lanternreel';
const QUICK = { mostBytes: 2_000_000, within: 10_000 };
const WITHIN = 6 * 3_600_000;

/** The video host Lanternreel; `account` is what it knows us by. */
export function lanternreel(outbound: Outbound, address: string, account: string): VideoHost {
  const at = (path: string) => new URL(path, address).href;
  return {
    name: NAME,
    search: async ({ words, page }) => {
      const asked = new URLSearchParams({ words, page: String(page) });
      const { text } = await outbound.text(at(`/search?${asked}`), QUICK);
      return readAnswer(NAME, text, FoundSchema);
    },
    receive: async (film, signal, told) => {
      const { title, description, language, audience, people, type, bytes, body, captions } = film;
      const facts = Buffer.from(JSON.stringify({ title, description, language, audience, people }));
      const announced = await outbound.send(
        at(`/films?${new URLSearchParams({ account })}`),
        { method: 'POST', type: 'application/json', body: Readable.from(facts), bytes: facts.length },
        { ...QUICK, signal },
      );
      const { id } = readAnswer(NAME, announced, AnnouncedSchema);
      const place = `/films/${pathStep(id)}`;
      if (captions) {
        const track = Buffer.from(captions.text);
        await outbound.send(
          at(`${place}/captions/${pathStep(captions.language)}`),
          { method: 'PUT', type: 'text/vtt', body: Readable.from(track), bytes: track.length },
          { ...QUICK, signal },
        );
      }
      const received = await outbound.send(
        at(`${place}/content`),
        { method: 'PUT', type, body, bytes },
        { mostBytes: 100_000, within: WITHIN, signal },
        told,
      );
      return readAnswer(NAME, received, ReceivedSchema);
    },
  };
}

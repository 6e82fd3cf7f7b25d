import { afterEach, describe, expect, it, vi } from 'vitest';
import { listAssets, readAsset, labelAssets } from '@placard/core/contract';
import { call, Refusal } from './api.ts';

const asked = vi.fn<typeof fetch>();
vi.stubGlobal('fetch', asked);
afterEach(() => asked.mockReset());

const answers = (status: number, body: string) =>
  asked.mockResolvedValueOnce(
    new Response(body, { status, headers: { 'content-type': 'application/json' } }),
  );
const refusal = (asking: Promise<unknown>) =>
  asking.then(
    () => {
      throw new Error('It was not refused.');
    },
    (error: unknown) => error as Refusal,
  );

describe('asking the server', () => {
  it('writes what stands in the path so that it stays in its place', async () => {
    answers(200, '{}');
    await call(readAsset, { params: { id: '../people?x=1#y' } });
    expect(asked.mock.calls[0]?.[0]).toBe('/api/assets/..%2Fpeople%3Fx%3D1%23y');
  });

  it('leaves out of the query what is empty', async () => {
    answers(200, '{}');
    await call(listAssets, { query: { words: 'moon & stars', kind: undefined, limit: '20' } });
    expect(asked.mock.calls[0]?.[0]).toBe('/api/assets?words=moon+%26+stars&limit=20');
  });

  it('sends a body as JSON, and none where there is none', async () => {
    answers(200, '{}');
    await call(labelAssets, { body: { labels: [] } });
    expect(asked.mock.calls[0]?.[1]).toMatchObject({
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"labels":[]}',
    });
    answers(200, '{}');
    await call(readAsset, { params: { id: 'a' } });
    expect(asked.mock.calls[1]?.[1]).not.toHaveProperty('body');
  });

  it('that is refused says why, in the server’s words', async () => {
    answers(409, JSON.stringify({ title: 'Somebody else changed it.', version: 4 }));
    const { status, message, problem } = await refusal(call(readAsset, { params: { id: 'a' } }));
    expect({ status, message }).toEqual({ status: 409, message: 'Somebody else changed it.' });
    expect(problem).toMatchObject({ version: 4 });
  });

  it.each([
    ['a page of a proxy', '<html>Bad gateway</html>'],
    ['nothing', ''],
    ['JSON without a reason', '{}'],
    ['JSON that is nothing', 'null'],
    ['JSON that is a text', '"busy"'],
    ['JSON with another reason', '{"title":{"a":1}}'],
  ])('that is answered with %s says something that can be read', async (_, body) => {
    answers(502, body);
    const { status, message } = await refusal(call(readAsset, { params: { id: 'a' } }));
    expect(status).toBe(502);
    expect(message).toMatch(/did not answer as it should/);
  });

  it('that is answered in the middle and no further is not taken for done', async () => {
    answers(200, '{"id":"a');
    const { status, message } = await refusal(call(readAsset, { params: { id: 'a' } }));
    expect({ status, message }).toMatchObject({
      status: 0,
      message: expect.stringMatching(/did not come whole/) as string,
    });
  });

  it('without a connection says so, and that nothing written is lost', async () => {
    asked.mockRejectedValueOnce(new TypeError('Failed to fetch'));
    const refused = await refusal(call(readAsset, { params: { id: 'a' } }));
    expect(refused).toBeInstanceOf(Refusal);
    expect(refused.message).toMatch(/no connection.*still here/);
  });
});

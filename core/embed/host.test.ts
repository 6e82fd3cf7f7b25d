import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isHostName, policySource } from './host.ts';
import { FrameSchema } from './frame.ts';
import { readProviderList } from './providers.ts';
import { unpack } from './unpack.ts';
import * as v from 'valibot';

describe('the host of a frame', () => {
  it.each([
    'https://a;script-src/',
    'https://*/',
    'https://*.example/',
    "https://'self'/",
    'https://a,b/',
    'https://a$b/',
    'https://a_b!/',
    'https://-a/',
  ])('is not %s, which would write itself into a policy', (src) => {
    const { html, frame, csp, dropped } = unpack(`<iframe src="${src}" title="t"></iframe>`);
    expect([html, frame, csp]).toEqual(['', null, {}]);
    expect(dropped[0]?.why).toMatch(/not a (name that a host can have|complete web address)/);
    expect(
      v.is(FrameSchema, {
        src,
        title: 't',
        shape: { kind: 'height', height: 9 },
        sandbox: [],
        permissions: [],
      }),
    ).toBe(false);
    expect(policySource(src)).toBeNull();
  });

  it.each(['lanternreel.example', 'xn--bcher-kva.example', '127.0.0.1', '[2a00:1450::1]', 'a.b-c.example.'])(
    'is %s',
    (hostname) => {
      expect(isHostName(hostname)).toBe(true);
      expect(policySource(`https://${hostname}:8443/x?y=1;z`)).toBe(`https://${hostname}:8443`);
    },
  );

  it('never brings more than its own source into a policy, whatever it is', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), (host) => {
        expect(policySource(`https://${host}/`) ?? 'https://none').toMatch(/^https:\/\/[a-z0-9.:[\]-]+$/);
      }),
    );
  });
});

describe('the hosts that a list of providers is framed from', () => {
  const framesOf = (url: string, endpoint: string, ...schemes: string[]) => {
    const list = [{ provider_name: 'Reel', provider_url: url, endpoints: [{ url: endpoint, schemes }] }];
    const read = readProviderList(JSON.stringify(list));
    return 'wrong' in read ? read.wrong : read.providers[0]?.frames;
  };

  it.each([
    [
      ['https://reel.example/film/*', 'https://www.reel.example/film/*'],
      ['reel.example', 'www.reel.example'],
    ],
    [['https://*.reel.example/*'], ['*.reel.example']],
    [['*://reel.example/*', 'http://reel.example/*'], ['reel.example']],
    // No list speaks for half the web, or for the families of others.
    [['https://*.example/*', 'https://*/*', 'https://*.other.example/*'], []],
  ])('are those of the addresses %j', (schemes, frames) => {
    expect(framesOf('https://reel.example/', 'https://api.elsewhere.example/oembed', ...schemes)).toEqual(
      frames,
    );
  });
});

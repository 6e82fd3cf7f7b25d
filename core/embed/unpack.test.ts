import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectSafe } from '../testing/embeds.ts';
import { LONGEST_CODE, unpack, type Unpacked } from './unpack.ts';

const HOSTS_CODE = `<script>trk("view","e91")</script>
<div style="left:0;width:100%;height:0;position:relative;padding-bottom:56.25%"><iframe width="560" height="315"
 src="https://lanternreel.example/player/q7Zt?si=8fJ2_kd&amp;utm_source=share" title="Aligning a finder scope"
 frameborder="0" onload="rs(this)" allow="autoplay; fullscreen; camera; clipboard-write" allowfullscreen></iframe></div>
<a href="https://lanternreel.example/?ref=embed">Watch more</a>`;

const dropped = (unpacked: Unpacked) => unpacked.dropped.map(({ what }) => what).join('\n');

describe('a host’s embed code', () => {
  const unpacked = unpack(HOSTS_CODE);

  it('keeps the frame, rebuilt', () => {
    expect(unpacked.html).toBe(
      '<iframe src="https://lanternreel.example/player/q7Zt" title="Aligning a finder scope" width="560" height="315" ' +
        'style="aspect-ratio:560/315;width:100%;height:auto;border:0" loading="lazy" ' +
        'referrerpolicy="strict-origin-when-cross-origin" ' +
        'sandbox="allow-popups allow-presentation allow-same-origin allow-scripts" allow="fullscreen"></iframe>',
    );
  });

  it('says what was dropped', () => {
    for (const part of [
      '<script>',
      'onload=',
      'frameborder',
      'allow: camera',
      'utm_source=share',
      '<a href=',
      'Watch more',
    ]) {
      expect(dropped(unpacked)).toContain(part);
    }
  });

  it('names the origin and the policy line', () => {
    expect(unpacked.origins).toEqual(['https://lanternreel.example']);
    expect(unpacked.csp).toEqual({ 'frame-src': ['https://lanternreel.example'] });
    expect(unpacked.findings).toEqual([]);
  });
});

describe('a code that came another way than the host gave it', () => {
  const FRAME =
    '<iframe src="https://a.example/1" title="Stars over the dome" width="4" height="3"></iframe>';
  const escaped = (text: string) =>
    text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
  it.each([
    ['escaped', escaped(FRAME)],
    ['escaped twice', escaped(escaped(FRAME))],
    ['escaped, in a paragraph', `<p>Here: ${escaped(FRAME)}</p>`],
    ['escaped with numbers', FRAME.replaceAll('<', '&#60;').replaceAll('>', '&#x3E;')],
    ['in a box to copy from', `<textarea readonly>${FRAME}</textarea>`],
    ['cut into spans by a word processor', escaped(FRAME).replace('title', '<span>ti</span>tle')],
    ['with curly quotes', FRAME.replace(/"([^"]*)"/g, '“$1”')],
    ['with German quotes', FRAME.replace(/"([^"]*)"/g, '„$1“')],
    ['with single curly quotes', FRAME.replace(/"([^"]*)"/g, '‘$1’')],
    ['with two closing quotes', FRAME.replace(/"([^"]*)"/g, '”$1”')],
    ['escaped, with curly quotes', escaped(FRAME.replace(/"([^"]*)"/g, '“$1”'))],
    [
      'with one curly quote among straight ones',
      FRAME.replace('"Stars over the dome"', '“Stars over the dome”'),
    ],
  ])('%s is read as if it had been straight', (_, code) => {
    const { html, dropped: noted } = unpack(code);
    expect(html).toBe(unpack(FRAME).html);
    expect(noted.length).toBeGreaterThan(0);
  });

  it('keeps the curly quotes that stand in words', () => {
    const code = '<iframe src="https://a.example/1" title="“Stars”, he said = “now”"></iframe>';
    expect(unpack(code).frame?.title).toBe('“Stars”, he said = “now”');
    expect(dropped(unpack(code))).not.toContain('curly');
  });
});

describe('a code that a program or a person wrote down their own way', () => {
  const FRAME =
    '<iframe src="https://a.example/1" title="Stars over the dome" width="4" height="3"></iframe>';
  const asString = (text: string) => text.replaceAll('<', '\\u003c').replaceAll('>', '\\u003E');
  it.each([
    ['with its letters as numbers', asString(FRAME).replaceAll('"', '\\"')],
    ['with its letters as numbers, in quotes', `"${asString(FRAME).replaceAll('"', '\\"')}"`],
    ['with its letters as numbers, in an object', `{"html":"${asString(FRAME).replaceAll('"', '\\"')}"}`],
    ['with its letters as short numbers', FRAME.replaceAll('<', '\\x3c').replaceAll('>', '\\x3e')],
    ['in an address', encodeURIComponent(FRAME)],
    ['as mail quotes it', FRAME.replaceAll(' ', '\n').replace(/^/gm, '> ')],
    ['for phones', FRAME.replaceAll('iframe', 'amp-iframe')],
    ['with a letter that nobody sees in it', `\u200b<\u200b${FRAME.slice(1)}`],
    [
      'with bent quotes and an apostrophe',
      FRAME.replace(/"([^"]*)"/g, '“$1”').replace('Stars', 'Edda’s stars'),
    ],
    [
      'with single bent quotes and an apostrophe',
      FRAME.replace(/"([^"]*)"/g, '‘$1’').replace('Stars', 'Edda’s stars'),
    ],
  ])('gives the same frame: %s', (_, code) => {
    const { frame } = unpack(code);
    expect(frame?.src).toBe('https://a.example/1');
    expect(frame?.title.replace('Edda’s stars', 'Stars')).toBe('Stars over the dome');
  });

  const PAGE = 'https://lanternreel.example/watch/q7Zt';
  it.each([
    ['between the marks of a plain text', `<${PAGE}>`],
    ['as mail quotes it', `> ${PAGE}`],
    ['with letters that nobody sees round it', `\u200b${PAGE}\ufeff`],
    ['with the marks of a board', `[video]${PAGE}[/video]`],
    ['with the marks of a board that say how large', `[media=640,360] ${PAGE} [/media]`],
    [
      'where a page tells programs of it',
      `<link rel="alternate" type="application/json+oembed" href="https://lanternreel.example/oembed?format=json&amp;url=${encodeURIComponent(PAGE)}" title="x">`,
    ],
    [
      'in the comment of a block',
      `<!-- wp:embed {"url":"${PAGE.replaceAll('/', '\\/')}","type":"video"} --><figure><div>\n${PAGE}\n</div></figure><!-- /wp:embed -->`,
    ],
  ])('gives the same address: %s', (_, code) => {
    const { form, choices } = unpack(code);
    expect([form, choices[0]?.kind === 'card' && choices[0].card.address]).toEqual(['address', PAGE]);
  });

  it.each([
    [
      'a picture of notes',
      '![The dome](https://a.example/dome.jpg "By night")',
      'https://a.example/dome.jpg',
      'By night',
    ],
    [
      'a picture that leads on',
      '[![The dome](https://a.example/dome.jpg)](https://a.example/visit)',
      'https://a.example/visit',
      '',
    ],
    [
      'a link of notes',
      '[How to get there](https://a.example/visit)',
      'https://a.example/visit',
      'How to get there',
    ],
    [
      'a link of a board',
      '[url=https://a.example/visit]How to get there[/url]',
      'https://a.example/visit',
      'How to get there',
    ],
    [
      'a picture of a board',
      '[img]https://a.example/dome.jpg[/img]',
      'https://a.example/dome.jpg',
      'a.example/dome.jpg',
    ],
    [
      'a film’s element',
      '<video controls poster="/p.jpg"><source src="https://a.example/sky.mp4"></video>',
      'https://a.example/sky.mp4',
      'a.example/sky.mp4',
    ],
    [
      'a sound’s element',
      '<audio src="https://a.example/owl.mp3" title="An owl"></audio>',
      'https://a.example/owl.mp3',
      'An owl',
    ],
    [
      'a picture’s element',
      '<img src="https://a.example/dome.jpg" alt="The dome">',
      'https://a.example/dome.jpg',
      'The dome',
    ],
  ])('gives a card: %s', (_, code, address, title) => {
    const [choice] = unpack(code).choices;
    expect(choice).toMatchObject({ kind: 'card', card: { address, ...(title ? { title } : {}) } });
  });

  it('takes what counts visitors for no picture, and a link beside a picture for what is meant', () => {
    const pixel = '<img src="https://count.example/p.gif" width="1" height="1" alt="">';
    expect(unpack(pixel).choices).toEqual([]);
    const [choice] = unpack(`<a href="https://a.example/visit">How to get there</a>${pixel}`).choices;
    expect(choice).toMatchObject({ kind: 'card', card: { address: 'https://a.example/visit' } });
    expect(
      unpack(`<img src="https://a.example/dome.jpg"><p>${'Many words. '.repeat(200)}</p>`).choices,
    ).toEqual([]);
  });

  it('makes no card of a whole text, whatever link lies in it', () => {
    const text = (words: number) =>
      `<p>${'Many words. '.repeat(words)}<a href="https://a.example/x">More</a></p>`;
    expect(unpack(text(5)).choices).toHaveLength(1);
    expect(unpack(text(200)).choices).toEqual([]);
  });

  it.each(['See section [1](2) and [b] and a %3 of it', '> said', 'C:\\users\\x41', '[b]bold[/b]', '5 > 3'])(
    'makes nothing of words: %s',
    (words) => expect(unpack(words).choices).toEqual([]),
  );
});

describe('a code that is made to be slow', () => {
  it.each([
    [
      'formatting opened again in every paragraph',
      (n: number) => `<p>${Array.from({ length: n }, (_, i) => `<b ${i}>`).join('')}</p>${'<p>x'.repeat(n)}`,
    ],
    ['nested without end', (n: number) => '<div>'.repeat(n)],
    ['tables in tables', (n: number) => '<table><td>'.repeat(n)],
    ['links in links', (n: number) => '<a><b>'.repeat(n)],
  ])('%s is refused in a sentence', (_, make) => {
    const { findings, html } = unpack(make(5000).slice(0, LONGEST_CODE));
    expect(html).toBe('');
    expect(findings[0]?.rule).toBe('code-too-tangled');
  });
});

describe('the room a frame takes', () => {
  it.each([
    [
      'its own numbers',
      '<iframe src="https://a.example/" width="400" height="300">',
      { kind: 'ratio', width: 400, height: 300 },
    ],
    [
      'its style',
      '<iframe src="https://a.example/" style="width:500px;height:250px">',
      { kind: 'height', height: 250 },
    ],
    [
      'what a film asks for',
      '<iframe src="https://a.example/" width="500" height="250" allowfullscreen>',
      { kind: 'ratio', width: 500, height: 250 },
    ],
    [
      'a form, which keeps its height',
      '<iframe src="https://a.example/" width="640" height="1480">Loading …</iframe>',
      { kind: 'height', height: 1480 },
    ],
    [
      'a post, which keeps its height',
      '<iframe src="https://a.example/" width="400" height="560" scrolling="no">',
      { kind: 'height', height: 560 },
    ],
    [
      'a film held upright',
      '<iframe src="https://a.example/" width="315" height="560">',
      { kind: 'ratio', width: 315, height: 560 },
    ],
    [
      'a padded wrapper',
      '<div style="padding-bottom:75%;height:0"><iframe src="https://a.example/" width="100%" height="100%">',
      { kind: 'ratio', width: 640, height: 480 },
    ],
    [
      'an aspect ratio',
      '<iframe src="https://a.example/" style="aspect-ratio: 16 / 9; width: 100%">',
      { kind: 'ratio', width: 640, height: 360 },
    ],
    [
      'a height alone',
      '<iframe src="https://a.example/" width="100%" height="420">',
      { kind: 'height', height: 420 },
    ],
    ['nothing', '<iframe src="https://a.example/">', { kind: 'ratio', width: 640, height: 360 }],
    [
      'nonsense',
      '<iframe src="https://a.example/" width="-4" height="9e9" style="width:expression(1)">',
      { kind: 'ratio', width: 640, height: 360 },
    ],
  ])('is read from %s', (_, code, shape) => {
    expect(unpack(code).frame?.shape).toEqual(shape);
  });
});

describe('a film that would begin by itself', () => {
  it.each([
    ['autoplay=1&mute=1', '', ['autoplay=1', 'mute=1']],
    ['start=30&autoPlay=true&muted=true', '?start=30', ['autoPlay=true', 'muted=true']],
    ['auto_play=yes', '', ['auto_play=yes']],
    ['autoplay', '', ['autoplay']],
    ['autoplay=0&mute=1', '?autoplay=0&mute=1', []],
    ['mute=1', '?mute=1', []],
  ])('waits for whoever wants to see it: ?%s', (query, left, gone) => {
    const unpacked = unpack(`<iframe src="https://a.example/x?${query}" title="A film"></iframe>`);
    expect(unpacked.frame?.src).toBe(`https://a.example/x${left}`);
    for (const part of gone) expect(dropped(unpacked)).toContain(part);
  });
});

describe('addresses', () => {
  it.each([
    ['javascript:alert(1)', 'javascript:'],
    ['&#106;avascript:alert(1)', 'javascript:'],
    ['java\nscript:alert(1)', 'javascript:'],
    [' \u0001javascript:alert(1)', 'javascript:'],
    ['data:text/html,<script>alert(1)</script>', 'data:'],
    ['vbscript:x', 'vbscript:'],
    ['blob:https://a.example/1', 'blob:'],
    ['file:///etc/passwd', 'file:'],
    ['about:blank', 'about:'],
    ['/player/1', 'complete web address'],
    ['', 'no address'],
  ])('%j is refused with the reason', (src, reason) => {
    const unpacked = unpack(`<iframe src="${src}" title="t"></iframe>`);
    expect(unpacked.html).toBe('');
    expect(unpacked.findings[0]?.says).toContain(reason);
  });

  it('asks over https, unless the exact origin is trusted', () => {
    const code = '<iframe src="http://127.0.0.1:4611/player/1" title="t"></iframe>';
    expect(unpack(code).frame?.src).toBe('https://127.0.0.1:4611/player/1');
    expect(unpack(code, ['http://127.0.0.1:4611']).frame?.src).toBe('http://127.0.0.1:4611/player/1');
    expect(unpack(code, ['http://127.0.0.1:4612']).frame?.src).toBe('https://127.0.0.1:4611/player/1');
  });

  it('take a missing scheme as https and lose user names', () => {
    expect(unpack('<iframe src="//user:secret@a.example/x" title="t">').frame?.src).toBe(
      'https://a.example/x',
    );
  });

  it('are taken from the lazy-loading attribute when the real one is blank', () => {
    expect(unpack('<iframe src="about:blank" data-src="https://a.example/x" title="t">').frame?.src).toBe(
      'https://a.example/x',
    );
  });

  it('inside a network get a finding', () => {
    for (const host of ['localhost', '10.1.2.3', '192.168.0.9', '[::1]', 'printer', 'nas.local']) {
      expect(unpack(`<iframe src="https://${host}/" title="t">`).findings[0]?.rule).toBe('private-host');
    }
  });
});

describe('hostile markup', () => {
  it.each([
    ['srcdoc', '<iframe src="https://a.example/" srcdoc="<script>alert(1)</script>" title="t">'],
    [
      'a frame in foreign content',
      '<svg><iframe src="https://evil.example/"></iframe></svg><iframe src="https://a.example/" title="t">',
    ],
    [
      'a frame in a template',
      '<template><iframe src="https://evil.example/"></iframe></template><iframe src="https://a.example/" title="t">',
    ],
    [
      'a frame in a comment',
      '<!-- <iframe src="https://evil.example/"> --><iframe src="https://a.example/" title="t">',
    ],
    [
      'a frame in a title',
      '<title><iframe src="https://evil.example/"></title><iframe src="https://a.example/" title="t">',
    ],
    [
      'a noscript that opens early',
      '<noscript><p title="</noscript><iframe src=https://evil.example/>"></noscript><iframe src="https://a.example/" title="t">',
    ],
    [
      'an attribute that breaks out',
      '<iframe src="https://a.example/" title="t" data-x=\'"><script>alert(1)</script>\'>',
    ],
    ['broken nesting', '<div><b><iframe src="https://a.example/" title="t"></div></b></p></table>'],
    [
      'math and mglyph',
      '<math><mtext><table><mglyph><style><!--</style><img title="--&gt;&lt;img src=1 onerror=alert(1)&gt;"></table></math><iframe src="https://a.example/" title="t">',
    ],
  ])('%s leaves only the good frame', (_, code) => {
    const { html } = unpack(code);
    expect(html).toContain('src="https://a.example/"');
    expect(html).not.toMatch(/evil|script>|srcdoc|onerror/);
    unpack(code).choices.forEach(expectSafe);
  });

  it('never makes a sandbox wider than it was', () => {
    const frame = unpack(
      '<iframe sandbox="allow-scripts allow-top-navigation allow-modals" src="https://a.example/" title="t">',
    ).frame;
    expect(frame?.sandbox).toEqual(['allow-scripts']);
    expect(unpack('<iframe sandbox src="https://a.example/" title="t">').frame?.sandbox).toEqual([]);
  });

  it('refuses code that is far too long, at once', () => {
    expect(unpack('<b>'.repeat(LONGEST_CODE)).findings[0]?.rule).toBe('code-too-long');
  });
});

describe('code without a frame', () => {
  it.each(['', 'hello', '<script>count()</script>', '<p>1 < 2</p>', '<a href="javascript:x()">y</a>'])(
    '%j has nothing to embed',
    (code) => {
      const unpacked = unpack(code);
      expect(unpacked).toMatchObject({ html: '', frame: null, origins: [], csp: {} });
      expect(unpacked.findings[0]?.rule).toBe('nothing-to-embed');
    },
  );
});

const attribute = fc.constantFrom(
  'src',
  'srcdoc',
  'title',
  'onload',
  'style',
  'sandbox',
  'allow',
  'width',
  'height',
  'data-src',
  'name',
  'href',
  'x',
);
const value = fc.oneof(
  fc.constantFrom(
    'https://a.example/',
    'http://b.example/x?utm_id=1&y=2',
    'javascript:alert(1)',
    'data:text/html,x',
    '//c.example',
    'https://u:p@d.example/#"><',
    '100%',
    '315',
    'width:9px;height:4px',
    'allow-scripts allow-top-navigation',
    'camera; fullscreen *',
    '"><script>',
    "'",
    '&quot;&#0;',
    '\u202edcba',
  ),
  fc.string({ unit: 'binary', maxLength: 20 }),
  fc.webUrl(),
);
const tag = fc.constantFrom(
  'iframe',
  'div',
  'svg',
  'math',
  'template',
  'noscript',
  'table',
  'select',
  'script',
  'style',
  'title',
  'foreignObject',
  'mtext',
  'blockquote',
  'img',
  'object',
  'x-board',
  'p',
  'a',
  'xmp',
  'plaintext',
);
const piece = fc.oneof(
  fc
    .tuple(tag, fc.array(fc.tuple(attribute, value), { maxLength: 5 }), fc.constantFrom('"', "'", ''))
    .map(
      ([name, attributes, quote]) =>
        `<${name} ${attributes.map(([key, text]) => `${key}=${quote}${text}${quote}`).join(' ')}>`,
    ),
  tag.map((name) => `</${name}>`),
  fc.constantFrom('<!--', '-->', '<![CDATA[', ']]>', '<!doctype html>', '<?x', '\u0000', '&lt;iframe&gt;'),
  fc.string({ unit: 'binary', maxLength: 30 }),
);
const code = fc.array(piece, { maxLength: 14 }).map((pieces) => pieces.join(''));

describe('for any code', () => {
  it('every choice is one allowed frame, box, quotation or card', () => {
    fc.assert(
      fc.property(code, (text) => unpack(text).choices.forEach(expectSafe)),
      { numRuns: 1500 },
    );
  });

  it('unpacking the output changes nothing and drops nothing', () => {
    fc.assert(
      fc.property(code, (text) => {
        const once = unpack(text);
        const twice = unpack(once.html);
        expect(twice.html).toBe(once.html);
        if (once.html !== '') expect(twice.dropped).toEqual([]);
      }),
      { numRuns: 1500 },
    );
  });

  it('a frame that is there is found, however it is wrapped', () => {
    fc.assert(
      fc.property(
        fc.webUrl({ validSchemes: ['https'] }),
        fc.array(fc.constantFrom('div', 'p', 'section', 'b', 'figure')),
        (src, wrappers) => {
          const wrapped = wrappers.reduce(
            (inner, name) => `<${name} class="x">${inner}</${name}>`,
            `<iframe src="${src.replaceAll('"', '')}"></iframe>`,
          );
          expect(unpack(wrapped).html).not.toBe('');
        },
      ),
    );
  });
});

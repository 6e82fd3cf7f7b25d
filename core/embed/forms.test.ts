import { cpuUsage } from 'node:process';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectSafe } from '../testing/embeds.ts';
import { LONGEST_CODE, unpack } from './unpack.ts';

const FEED =
  '<blockquote class="flk-post" data-theme="dark" cite="https://flockline.example/wren/p/77"><p lang="en">First frost on the <a href="https://flockline.example/tag/dome?utm_source=embed">#dome</a> — bring gloves.<br>Gate at six.</p>&mdash; Wren Oakes (@wren) <a href="https://flockline.example/wren/p/77?igsh=1">3 November</a></blockquote> <script async src="https://flockline.example/widget.js" charset="utf-8"></script>';

const kinds = (code: string) => unpack(code).choices.map(({ kind }) => kind);
const form = (code: string) => unpack(code).form;

describe('forms of code', () => {
  it.each<[string, string, string, string[]]>([
    ['a frame', '<iframe src="https://a.example/1" title="A"></iframe>', 'frame', ['frame', 'card']],
    [
      'two frames',
      '<iframe src="https://a.example/1" title="A"></iframe><iframe src="https://a.example/2" title="B"></iframe>',
      'frame',
      ['frame', 'frame', 'card'],
    ],
    [
      'a frame that waits for its script',
      '<iframe class="later" data-lazy-src="https://a.example/1" src="data:image/gif;base64,R0"></iframe>',
      'frame',
      ['frame', 'card'],
    ],
    [
      'a frame that waits behind a picture, and again without scripts',
      '<div class="lazy" data-x><img src="https://a.example/s.jpg"></div><noscript><iframe src="https://a.example/1"></iframe></noscript>',
      'frame',
      ['frame', 'card'],
    ],
    [
      'a hidden frame that counts, before what it is for',
      `<noscript><iframe src="https://count.example/ns.html" width="0" height="0" style="display:none;visibility:hidden"></iframe></noscript>${FEED}`,
      'quotation',
      ['quotation', 'box', 'card'],
    ],
    [
      'an object',
      '<object data="https://a.example/map" type="text/html" width="400" height="300"></object>',
      'object',
      ['frame', 'card'],
    ],
    [
      'an object with an embed in it',
      '<object width="400" height="300"><param name="movie" value="https://a.example/map"><embed src="https://a.example/map" width="400" height="300"></object>',
      'object',
      ['frame', 'card'],
    ],
    ['words that a script dresses up', FEED, 'quotation', ['quotation', 'box', 'card']],
    ['the same without its script', FEED.replace(/<script.*$/, ''), 'quotation', ['quotation', 'card']],
    [
      'a feed of which only the way to it is told',
      '<blockquote class="flk-feed" data-user="wren"><a href="https://flockline.example/wren">Posts by Wren</a></blockquote><script src="https://flockline.example/widget.js"></script>',
      'quotation',
      ['box', 'card'],
    ],
    [
      'an empty place that a script fills',
      '<div class="sky-map" data-href="https://hillshade.example/map/7"></div><script src="https://hillshade.example/map.js"></script>',
      'placeholder',
      ['box', 'card'],
    ],
    [
      'a place whose script is loaded by another',
      '<div id="w1"></div><script>(function(d){var s=d.createElement("script");s.src="//hillshade.example/map.js";d.body.appendChild(s)})(document)</script>',
      'placeholder',
      ['box'],
    ],
    [
      'a link that a script turns into something',
      '<a class="ckr-board" href="https://corkrail.example/board/autumn">The board</a><script async src="https://corkrail.example/e.js"></script>',
      'placeholder',
      ['box', 'card'],
    ],
    [
      'an element of the host’s own',
      '<sketch-pad url="https://sketchyard.example/s/9" theme="dark">Nine circles</sketch-pad><script type="module" src="https://sketchyard.example/pad.js"></script>',
      'custom-element',
      ['box', 'card'],
    ],
    ['a script alone', '<script src="https://sketchyard.example/s/9.js"></script>', 'script', ['box']],
    [
      'a script, and a link where there is none',
      '<script src="https://sketchyard.example/s/9.js"></script><noscript><a href="https://sketchyard.example/s/9">Nine circles</a></noscript>',
      'script',
      ['box', 'card'],
    ],
    [
      'a still that leads to its film',
      '<a href="https://lanternreel.example/film/2" title="Aligning"><img src="https://lanternreel.example/still/2.jpg" alt="x" onerror="y()"></a>',
      'linked-still',
      ['card'],
    ],
    ['a link', '<p>See <a href="https://a.example/x">the board</a></p>', 'link', ['card']],
    ['an address', '  https://lanternreel.example/film/2?utm_source=mail ', 'address', ['card']],
    ['an address among a few words', 'Watch https://lanternreel.example/film/2.', 'address', ['card']],
    [
      'an address in somebody’s brackets',
      '[film]https://lanternreel.example/film/2[/film]',
      'address',
      ['card'],
    ],
    [
      'a place that lost its script',
      '<div class="lantern" data-url="https://lanternreel.example/film/2">Aligning</div>',
      'placeholder',
      ['card'],
    ],
    [
      'a short quotation',
      '<blockquote>Look up tonight.<br>— <a href="https://flockline.example/wren/1">Wren</a></blockquote>',
      'quotation',
      ['quotation', 'card'],
    ],
    [
      'a quotation escaped twice',
      '&amp;lt;blockquote&amp;gt;&amp;lt;p&amp;gt;Words enough to keep here.&amp;lt;/p&amp;gt;&amp;lt;/blockquote&amp;gt;',
      'quotation',
      ['quotation'],
    ],
    [
      'a host’s answer about a film',
      JSON.stringify({
        type: 'video',
        version: '1.0',
        title: 'Aligning a finder scope',
        html: '<iframe src="https://lanternreel.example/player/2"></iframe>',
        width: 640,
        height: 480,
      }),
      'oembed',
      ['frame', 'card'],
    ],
    [
      'a host’s answer in XML',
      '<?xml version="1.0" encoding="utf-8"?><oembed><version>1.0</version><type>rich</type><title>Nine</title><html>&lt;script src="https://sketchyard.example/s/9.js"&gt;&lt;/script&gt;</html></oembed>',
      'oembed',
      ['box'],
    ],
    [
      'a host’s answer about a photo',
      JSON.stringify({
        type: 'photo',
        title: 'Frost',
        url: 'https://flockline.example/p/1.jpg',
        width: 9,
        height: 9,
      }),
      'oembed',
      ['card'],
    ],
  ])('%s', (_, code, name, choices) => {
    expect([form(code), kinds(code)]).toEqual([name, choices]);
    unpack(code).choices.forEach(expectSafe);
    for (const { html, why } of unpack(code).choices) {
      expect(unpack(html).html, html).toBe(html);
      expect(why).toMatch(/\.$/);
    }
  });

  it.each([
    ['in a fence', '```html\n<iframe src="https://a.example/1" title="A b"></iframe>\n```\nThat is it.'],
    ['in single marks', '`<iframe src="https://a.example/1" title="A b"></iframe>`'],
    ['as a string of JSON', JSON.stringify('<iframe src="https://a.example/1" title="A b"></iframe>')],
    [
      'out of a program',
      'var html = \'<iframe src=\\"https:\\/\\/a.example\\/1\\" title=\\"A b\\"><\\/iframe>\';',
    ],
    ['with escaped quotes', '<iframe src=&quot;https://a.example/1&quot; title=&quot;A b&quot;></iframe>'],
    [
      'with bent quotes that were escaped',
      '<iframe src=&ldquo;https://a.example/1&rdquo; title=&#8220;A b&#8221;></iframe>',
    ],
    ['with hard blanks', '<iframe\u00a0src="https://a.example/1"\u00a0title="A b"></iframe>'],
    ['with hidden letters', '<ifr\u200bame s\u00adrc="https://a.example/1" title="A b"></iframe>'],
    ['with angled quotes', '<iframe src=«https://a.example/1» title=‹A b›></iframe>'],
    ['without its end', '<iframe src="https://a.example/1" title="A b" allow="full'],
    ['without its closing tag', '<p>Here <iframe src="https://a.example/1" title="A b">'],
    ['without its beginning', 'me width="1" src="https://a.example/1" title="A b" frameborder="0"></iframe>'],
    ['broken over lines', '<iframe\n  src="https://a.example\n/1"\n title="A\nb">\n</iframe>'],
  ])('is read %s', (_, code) => {
    const { frame, dropped } = unpack(code);
    expect(frame).toMatchObject({ src: 'https://a.example/1', title: 'A b' });
    if (!code.startsWith('<iframe\n') && !code.startsWith('<p>')) expect(dropped).not.toEqual([]);
  });

  it.each([
    '<iframe title="A" src="https://a.example/pla',
    '<script src=https://a.example/w.j',
    '<iframe src=“https://a.example/pla',
  ])('that ends in the middle of an address says so: %s', (code) => {
    const { choices, findings } = unpack(code);
    expect(choices).toEqual([]);
    expect(findings[0]?.rule).toBe('code-cut-off');
  });

  it('keeps the words of a post with their links and whose they are', () => {
    expect(unpack(FEED).html).toBe(
      '<figure style="margin:0"><blockquote cite="https://flockline.example/wren/p/77"><p>First frost on the <a href="https://flockline.example/tag/dome">#dome</a> — bring gloves.<br>Gate at six.</p></blockquote><figcaption style="margin-inline-start:40px"><a href="https://flockline.example/wren/p/77">Wren Oakes (@wren) 3 November</a></figcaption></figure>',
    );
  });

  it('takes the dash at the end of loose words for the beginning of whose they are', () => {
    const { html } = unpack(
      '<blockquote>Bring gloves — and a hat. — Wren Oakes, <a href="https://flockline.example/wren">here</a></blockquote><script src="https://flockline.example/w.js"></script>',
    );
    expect(html).toContain('<p>Bring gloves — and a hat.</p>');
    expect(html).toContain('>Wren Oakes, here</a></figcaption>');
  });

  it('keeps the exact code in a box, which names what it may ask and which scripts run', () => {
    const code =
      '<div class="m" onclick="go()"></div>\n<script>var a = "<b>";</script><script src="https://hillshade.example/m.js"></script>';
    const [box] = unpack(`Words before. ${code} Words behind.`).choices;
    if (box?.kind !== 'box') throw new Error('It is no box.');
    expect(box.boxed.code).toBe(code);
    expect(box.csp['connect-src']).toEqual(['https://hillshade.example']);
    // SHA-256 of what stands in the script and in the handler (CSP3).
    expect(box.csp['script-src']).toContain("'sha256-5grlp4HyDU944cWuw/RdEPgQ+DyG37Cges+Ivk9W758='");
    expect(box.csp['script-src']).toContain("'unsafe-hashes'");
    expect(box.csp['script-src']).not.toContain("'unsafe-inline'");
    expect(box.html).not.toContain('allow-same-origin');
  });

  it('calls a frame by a link to the same thing, and never by the host’s own front door', () => {
    const frame = '<iframe src="https://corkrail.example/board/1/frame"></iframe>';
    expect(unpack(`${frame}<a href="https://corkrail.example/board/1">Autumn sky</a>`).frame?.title).toBe(
      'Autumn sky',
    );
    expect(unpack(`${frame}<a href="https://corkrail.example/">Corkrail</a>`).findings[0]?.rule).toBe(
      'frame-title-missing',
    );
    expect(unpack(`${frame}<a href="https://corkrail.example/board/1">Read more</a>`).findings[0]?.rule).toBe(
      'frame-title-missing',
    );
  });

  it('calls a frame by what stands under it', () => {
    const code =
      '<figure><div><iframe src="https://a.example/1"></iframe></div><figcaption>Nine circles</figcaption></figure>';
    expect(unpack(code).frame?.title).toBe('Nine circles');
  });

  it.each([
    ['plug-ins', '<object type="application/x-shockwave-flash" data="https://a.example/p.swf"></object>'],
    ['a script of another address than the web', '<script src="javascript:alert(1)"></script>'],
    ['a data address', '<object data="data:text/html,<script>alert(1)</script>"></object>'],
    ['a link that runs', '<a href="javascript:alert(1)"><img src="https://a.example/x.png"></a>'],
    ['a form', '<form action="https://a.example/"><input name="password"></form>'],
  ])('makes nothing of %s', (_, code) => {
    expect(unpack(code)).toMatchObject({ html: '', choices: [] });
  });

  it('never lets a host’s answer name an address that runs', () => {
    const answer = { type: 'photo', url: 'javascript:alert(1)', title: 'x' };
    expect(unpack(JSON.stringify(answer)).choices).toEqual([]);
    const [card] = unpack(
      JSON.stringify({ type: 'link', url: 'https://a.example/', thumbnail_url: 'data:x', title: '<b>' }),
    ).choices;
    expect(card).toMatchObject({ kind: 'card', picture: null, card: { title: '<b>' } });
  });

  it('reads a code as long as any may be within a second, whatever it is', () => {
    const pieces = [
      '<blockquote>',
      '<p>x — ',
      '<script>',
      '<a href="https://a.example/',
      '&lt;iframe ',
      '“',
      '<x-a ',
      '<iframe srcdoc="',
      '\\"',
      '— ',
      '<!--',
      '&quot;',
      '= “',
      '<template>',
      '</template> ',
      '&amp;amp;lt;',
      '<div data-a="&lt;iframe ">',
      '<div id="a1">',
      '<script>a1 ',
      'a.',
      'www.a/',
    ];
    for (const piece of pieces) {
      const from = cpuUsage();
      unpack(piece.repeat(Math.floor(LONGEST_CODE / piece.length)));
      // Of the processor's time: other work on the machine is not its own. In microseconds.
      expect(cpuUsage(from).user, piece).toBeLessThan(1_000_000);
    }
  });
});

describe('what stands in a page otherwise than its code wants', () => {
  const frame = (path: string, more = '') =>
    `<iframe src="https://a.example/${path}" title="A" ${more}></iframe>`;

  it.each([
    ['by its name', frame('menu.PDF')],
    ['by its address before a query', frame('menu.pdf?page=2')],
    ['by what the code says', '<object data="https://a.example/menu" type="application/pdf"></object>'],
  ])('a PDF told %s is a card, and why is said', (_, code) => {
    expect(kinds(code)).toEqual(['card']);
    expect(unpack(code).findings.map(({ rule }) => rule)).toContain('document-in-frame');
  });

  it.each([
    '<object type="application/x-shockwave-flash" data="https://a.example/p"></object>',
    '<embed src="https://a.example/p.swf">',
    '<applet code="Sky.class" archive="https://a.example/sky.jar"></applet>',
  ])('%s is told to be of a plug-in', (code) => {
    expect(unpack(code).findings.map(({ rule }) => rule)).toContain('plug-in-gone');
  });

  it('a frame beside a script that sets its height may stand in a box with it', () => {
    const code = `${frame('form')}<script src="https://a.example/height.js"></script>`;
    expect(kinds(code)).toEqual(['frame', 'box', 'card']);
    const box = unpack(code).choices[1];
    if (box?.kind !== 'box') throw new Error('It is no box.');
    expect(box.boxed.code).toBe(code);
    expect(kinds(frame('form'))).toEqual(['frame', 'card']);
  });

  it('a style sheet before what it dresses is in the box, and may be asked for', () => {
    const code =
      '<link rel="stylesheet" href="https://css.example/m.css"><style>@font-face{src:url(//fonts.example/a.woff)}</style><div class="m"></div><script src="https://a.example/m.js"></script>';
    const [box] = unpack(code).choices;
    if (box?.kind !== 'box') throw new Error('It is no box.');
    expect(box.boxed.code).toBe(code);
    expect(box.csp['style-src']).toContain('https://css.example');
    expect(box.csp['font-src']).toContain('https://fonts.example');
    expect(unpack(code).dropped).toEqual([]);
  });

  it.each([
    '<div class="post"><p>First frost on the dome tonight.</p><p>Posted by <a href="https://a.example/wren">Wren</a> on <a href="https://a.example/wren/7"><time>Thursday</time></a></p></div><script src="https://a.example/w.js"></script>',
    '<blockquote><p>First frost on the dome tonight.</p></blockquote><p>Posted by <a href="https://a.example/wren">Wren</a> on <a href="https://a.example/wren/7">Thursday</a></p>',
    '<blockquote cite="https://a.example/wren/7"><p>First frost on the dome tonight.</p><footer><a href="https://a.example/wren/7">#7</a> by <a href="https://a.example/wren">Wren</a></footer></blockquote>',
    '<p>First frost on the dome tonight.</p><p>Posted by <a href="https://a.example/wren">Wren</a> on <a href="https://a.example/wren/7">Thursday</a></p>',
  ])('what somebody posted is a quotation, and its source is the post: %s', (code) => {
    const [first] = unpack(code).choices;
    expect(first?.kind).toBe('quotation');
    expect(first?.html).toMatch(
      /^<figure[^>]*><blockquote cite="https:\/\/a\.example\/wren\/7"><p>First frost on the dome tonight\.<\/p><\/blockquote><figcaption/,
    );
  });
});

describe('several things in one code', () => {
  const frame = (path: string) => `<iframe src="https://a.example/${path}" title="${path}"></iframe>`;
  const first = (code: string) => {
    const [choice] = unpack(code).choices;
    return choice?.kind === 'frame' ? choice.frame.src : choice?.kind;
  };

  it('are told apart, in order, each as it would be alone', () => {
    const code = `<p>Here:</p><div style="padding-bottom:75%">${frame('1')}</div> and ${frame('2')}
      <blockquote><p>First frost on the dome tonight.</p>— Wren</blockquote><script src="https://b.example/w.js"></script>`;
    const { parts } = unpack(code);
    expect(parts.map(first)).toEqual(['https://a.example/1', 'https://a.example/2', 'quotation']);
    expect(unpack(parts[0] ?? '').frame?.shape).toMatchObject({ kind: 'ratio', width: 640, height: 480 });
    expect(parts[2]).toContain('w.js');
  });

  it('are each given the script that all of them share', () => {
    const post = (n: number) => `<x-post n="${n}"></x-post>`;
    const { parts } = unpack(`${post(1)}${post(2)}<script src="https://b.example/w.js"></script>`);
    expect(parts.map(first)).toEqual(['box', 'box']);
  });

  it('are several addresses, one below the other', () => {
    expect(unpack('https://a.example/1\n www.b.example/2\nhttps://a.example/1').parts).toEqual([
      'https://a.example/1',
      'https://www.b.example/2',
    ]);
  });

  it.each([
    frame('1'),
    'https://a.example/1',
    `<object data="https://a.example/1">${frame('1')}</object>`,
    `${frame('1')}<iframe src="https://a.example/count" width="1" height="1"></iframe>`,
    'Look at https://a.example/1 and https://a.example/2 please.',
  ])('are not seen in %s', (code) => expect(unpack(code).parts).toEqual([]));
});

describe('for any words in any form', () => {
  const words = fc.oneof(
    fc.string({ unit: 'binary', maxLength: 24 }),
    fc.constantFrom(
      '</script>',
      '"><img src=x onerror=alert(1)>',
      '— Wren',
      '&amp;lt;',
      ']]>',
      '</iframe>',
      '\u0000\r\n',
    ),
  );
  const shape = fc.constantFrom(
    (a: string, b: string) =>
      `<blockquote cite="https://a.example/${b}"><p>${a}</p>— ${b}</blockquote><script src="https://a.example/w.js"></script>`,
    (a: string, b: string) =>
      `<div class="${a}" data-href="https://a.example/${b}">${b}</div><script src="https://a.example/w.js">${a}</script>`,
    (a: string, b: string) =>
      `<x-board title="${a}">${b}</x-board><script>load("https://a.example/${a}")</script>`,
    (a: string, b: string) => `<a href="https://a.example/${a}"><img alt="${b}" src="${b}"></a>`,
    (a: string, b: string) => `<object data="https://a.example/${a}" title="${b}">${b}</object>`,
    (a: string, b: string) => `<iframe srcdoc="${a}" title="${b}"></iframe>`,
    (a: string, b: string) =>
      JSON.stringify({
        type: 'rich',
        title: a,
        html: `<div id="${b}">${a}</div><script src="https://a.example/w.js"></script>`,
      }),
  );
  it('every choice is safe, and unpacking it again changes nothing', () => {
    fc.assert(
      fc.property(shape, words, words, (write, a, b) => {
        for (const choice of unpack(write(a, b)).choices) {
          expectSafe(choice);
          const again = unpack(choice.html);
          expect(again.html).toBe(choice.html);
          expect(again.choices[0]?.kind).toBe(choice.kind);
        }
      }),
      { numRuns: 1500 },
    );
  });
});

describe('honest code, however it was passed on', () => {
  const escaped = (text: string) =>
    text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
  const onlyTags = (text: string) => text.replaceAll('<', '&lt;').replaceAll('>', '&gt;');
  const ways: Record<string, (code: string) => string> = {
    'escaped once': escaped,
    'escaped twice': (code) => escaped(escaped(code)),
    'with its tags escaped': onlyTags,
    'escaped in a paragraph': (code) => `<p>${escaped(code)}</p>`,
    'escaped in a block of code': (code) => `<pre><code>${escaped(code)}</code></pre>`,
    'in a fence': (code) => `\`\`\`html\n${code}\n\`\`\``,
    'in the marks of code': (code) => `\`${code}\``,
    'as a string': (code) => JSON.stringify(code),
    'with its quotes escaped': (code) => code.replaceAll('"', '\\"'),
    'in a wrapper': (code) => `<div class="embed"><div>${code}</div></div>`,
    'asleep in a template': (code) => `<template id="later">${code}</template>`,
    'asleep in a comment': (code) => `<!-- ${code} -->`,
    'over many lines': (code) => `\r\n\r\n${code.replaceAll('><', '>\r\n<')}\r\n`,
    'said with words': (code) => `Could you put this in, please?\n\n${code}\n\nThanks, Kit`,
  };
  const given = fc.subarray([
    'width="560"',
    'height="315"',
    'title="Night &amp; day"',
    'frameborder="0"',
    'allowfullscreen',
    'allow="autoplay; fullscreen"',
    'style="border:0"',
    'scrolling="no"',
    'loading="lazy"',
  ]);
  const code = fc
    .tuple(
      given,
      fc.constantFrom(
        (rest: string) => `<iframe src="https://a.example/e?b=1&amp;c=2" ${rest}></iframe>`,
        (rest: string) => `<iframe ${rest} data-src="https://a.example/e" src="about:blank"></iframe>`,
        (rest: string) => `<noscript><iframe src="https://a.example/e" ${rest}></iframe></noscript>`,
        (rest: string) => `<object data="https://a.example/e" type="text/html" ${rest}></object>`,
        (rest: string) =>
          `<blockquote class="post" ${rest}><p>First frost on the dome tonight.</p>— Wren <a href="https://a.example/p/1">May</a></blockquote><script async src="https://a.example/w.js"></script>`,
        (rest: string) =>
          `<div class="feed" data-user="wren" ${rest}></div><script src="https://a.example/w.js"></script>`,
        (rest: string) =>
          `<x-board name="1" ${rest}></x-board><script type="module" src="https://a.example/b.js"></script>`,
        (rest: string) => `<script src="https://a.example/s.js" ${rest}></script>`,
      ),
    )
    .map(([rest, write]) => write(rest.join(' ')));
  it.each(Object.entries(ways))('gives the same choices %s', (_, passedOn) => {
    fc.assert(
      fc.property(code, (honest) => {
        const kinds = ({ choices }: ReturnType<typeof unpack>) => choices.map(({ kind }) => kind);
        const [plain, passed] = [unpack(honest), unpack(passedOn(honest))];
        expect(kinds(plain)).not.toEqual([]);
        expect(kinds(passed)).toEqual(kinds(plain));
        // What a box holds may have the lines of what it was in.
        if (plain.choices[0]?.kind !== 'box') expect(passed.html).toBe(plain.html);
        expect(passed.origins).toEqual(plain.origins);
      }),
      { numRuns: 150 },
    );
  });
});

describe('code that waits for a program', () => {
  const kindsOf = (code: string) => unpack(code).choices.map(({ kind }) => kind);
  const source = (code: string) => unpack(code).frame?.src;

  it.each([
    [
      'a frame under another name',
      '<iframe data-consent-src="https://a.example/1" data-consent="films"></iframe>',
    ],
    ['an element that becomes a frame', '<div class="lazy" data-src="https://a.example/1"></div>'],
    [
      'code kept as data',
      '<div data-later="&lt;iframe src=&quot;https://a.example/1&quot;&gt;&lt;/iframe&gt;"></div>',
    ],
    ['a template', '<template><iframe src="https://a.example/1"></iframe></template>'],
    ['a comment', '<div class="x"><!-- <iframe src="https://a.example/1"></iframe> --></div>'],
  ])('%s becomes that frame', (_, code) => {
    expect(source(code)).toBe('https://a.example/1');
    expect(kindsOf(code)).toEqual(['frame', 'card']);
  });

  it.each([
    [
      'one that nobody sees',
      '<iframe class="px" src="https://count.example/n" width="0" height="0"></iframe>',
    ],
    ['one that runs code', '<iframe id="px" src="javascript:alert(1)"></iframe>'],
  ])('a frame that is refused is no way to anything either: %s', (_, code) => {
    expect(kindsOf(code)).toEqual([]);
    expect(unpack(code).dropped[0]?.what).toMatch(/^<iframe/);
  });

  it('an element that becomes a frame has it where it says so, not where its page is', () => {
    expect(source('<div data-url="https://a.example/page" data-iframe="https://a.example/1"></div>')).toBe(
      'https://a.example/1',
    );
  });

  it('an element of a host without its script is at least a way to what it shows', () => {
    expect(kindsOf('<x-board src="https://a.example/b/1"></x-board>')).toEqual(['card']);
  });

  it('what a script of the code draws without asking anybody has a box', () => {
    const code =
      '<div id="clock"></div><script>document.getElementById("clock").textContent = new Date()</script>';
    expect(kindsOf(code)).toEqual(['box']);
    expect(kindsOf(`<div class="wide">${code}</div>`)).toEqual(['box']);
    expect(unpack(code).origins).toEqual([]);
    // It asks for nothing: no directive allows anything, and none stands there without a source.
    expect(Object.keys(unpack(code).csp)).toEqual(['font-src', 'img-src', 'script-src', 'style-src']);
    expect(kindsOf('<x-dial></x-dial><script>customElements.define("x-dial", class {})</script>')).toEqual([
      'box',
    ]);
    // One that has nothing to do with it is none of its.
    expect(kindsOf('<div id="clock"></div><script>alert(1)</script>')).toEqual([]);
  });
});

it.each(['www.a.example', 'a.example/watch?v=1', 'https://a.example'])('%s is an address', (address) => {
  expect(unpack(address).form).toBe('address');
});
it.each(['a.example', 'notes.txt', 'and/or', 'e.g. this/that', '../a'])('%s is none', (words) => {
  expect(unpack(words).choices).toEqual([]);
});

it('a quotation keeps its lists, those within one another and where they begin, and no dash that led to its source', async () => {
  const [first] = (
    await unpack(
      '<blockquote><p>Bring:</p><ul><li>a lamp</li><li>red <a href="https://x.example/f">film</a></li></ul><p>Then</p><ol start="3"><li>one<ul><li>deep</li><li><p>two lines</p><p>in it</p></li></ul></li><li>two</li></ol>— <cite><a href="https://h.example/p/1">Wren</a></cite></blockquote><script src="https://h.example/e.js"></script>',
    )
  ).choices;
  expect(first?.html).toBe(
    '<figure style="margin:0"><blockquote cite="https://h.example/p/1"><p>Bring:</p><ul><li>a lamp</li><li>red <a href="https://x.example/f">film</a></li></ul><p>Then</p><ol start="3"><li>one<ul><li>deep</li><li><p>two lines</p><p>in it</p></li></ul></li><li>two</li></ol></blockquote><figcaption style="margin-inline-start:40px"><a href="https://h.example/p/1">Wren</a></figcaption></figure>',
  );
});

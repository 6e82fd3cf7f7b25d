import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cleanDrawing, UnreadableDrawing } from './clean.ts';

const svg = (inside: string, more = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 10 10"${more}>${inside}</svg>`;

describe('a drawing', () => {
  it('keeps what it draws', () => {
    const inside =
      '<defs><linearGradient id="a"><stop offset="0" stop-color="#fff"/></linearGradient></defs><g transform="rotate(3)"><path d="M0 0L5 5z" fill="url(#a)"/><text x="1" y="2">North &amp; <tspan>south</tspan></text></g><use href="#a"/>';
    const { svg: made, dropped } = cleanDrawing(svg(inside));
    expect(made).toBe(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10">${inside}</svg>`);
    expect(dropped).toEqual([]);
  });

  it.each([
    ['<script>alert(1)</script>', '<script>'],
    ['<a href="javascript:alert(1)"><rect/></a>', '<a>'],
    ['<rect onclick="alert(1)"/>', 'onclick'],
    [
      '<foreignObject><body xmlns="http://www.w3.org/1999/xhtml"><img src="x"/></body></foreignObject>',
      '<foreignObject>',
    ],
    ['<image href="https://evil.example/x.png"/>', 'reference to https://evil.example/x.png'],
    ['<use xlink:href="other.svg#a"/>', 'reference to other.svg#a'],
    ['<image href="data:image/svg+xml;base64,AAAA"/>', 'reference to data:image/svg+xml;base64,AAAA'],
    ['<set attributeName="href" to="javascript:1"/>', '<set>'],
    ['<animate attributeName="x"/>', '<animate>'],
    ['<rect fill="url(https://evil.example/#a)"/>', 'fill that loads something'],
    ['<rect style="background:url(//evil.example)"/>', 'style that loads something'],
    ['<rect style="fill:u\\72l(x)"/>', 'style that loads something'],
    ['<style>@import "https://evil.example";</style>', 'style that loads something'],
    ['<metadata>where I live</metadata>', '<metadata>'],
    ['<!-- by me -->', 'comments'],
    ['<x:thing xmlns:x="urn:editor"/>', '<x:thing>'],
  ])('%s is left out and named', (inside, named) => {
    const { svg: made, dropped } = cleanDrawing(svg(`${inside}<rect width="1"/>`));
    expect(dropped).toContain(named);
    expect(made).not.toMatch(/script|javascript|evil|alert|foreign|metadata|urn:editor|@import|on\w+=/i);
    expect(made).toContain('<rect width="1"/>');
  });

  it.each([
    ['image-set', '<rect style="fill:image-set(\'https://evil.example/a.png\' 1x)"/>'],
    ['an image-set in a sheet', '<style>rect{cursor:-webkit-image-set("https://evil.example/a" 1x)}</style>'],
    ['src()', '<rect fill="src(https://evil.example/a)"/>'],
    ['src() in a sheet', '<style>rect{fill:src("https://evil.example/a")}</style>'],
    ['cross-fade', '<rect style="mask-image:cross-fade(url(#a),url(https://evil.example/a))"/>'],
    ['element()', '<rect style="background:element(#a)"/>'],
    ['attr()', '<rect style="background:attr(href url)"/>'],
    ['an escaped function', '<rect style="fill:ur\\6c(https://evil.example/a)"/>'],
    ['an import cut by a comment', '<style>@im<!-- -->port "https://evil.example/a";</style>'],
    ['an address cut by a section', '<style>rect{fill:url(ht<![CDATA[tps://evil.example/a)}]]></style>'],
    ['an address cut by an element', '<style>rect{fill:url(h<x/>ttps://evil.example/a)}</style>'],
    ['a font', '<style>@font-face{font-family:x;src:url(https://evil.example/f)}</style>'],
    ['a property of the page’s own', '<style>rect{--a:url(https://evil.example/a);fill:var(--a)}</style>'],
    ['an address in the middle of a value', '<style>rect{fill:red url("//evil.example/a") none}</style>'],
    ['a namespace', '<style>@namespace x "https://evil.example/n"; rect{fill:red}</style>'],
    ['an end that is none', '<style>rect{content:"&lt;/style>&lt;script src=//evil.example>"}</style>'],
  ])('loads nothing by %s', (_, inside) => {
    const { svg: made } = cleanDrawing(svg(`${inside}<rect width="1"/>`));
    expect(made.replace('http://www.w3.org/2000/svg', '')).not.toMatch(
      /evil|\/\/|import|image-set|src\(|element\(|attr\(|@font/i,
    );
    expect(made).toContain('<rect width="1"/>');
  });

  it.each([
    ['a charset', '@charset "utf-8"; .a{fill:red}', '.a{fill:red}'],
    [
      'fonts',
      '@font-face{font-family:x;src:url(f.woff)} .a{fill:url(#b)} .c{stroke:#fff}',
      '.a{fill:url(#b)}.c{stroke:#fff}',
    ],
    ['an import', '@import "x.css"; .a{fill:red}', '.a{fill:red}'],
    [
      'what it does not know',
      '.a{fill:url(x.png);stroke:red} @media print{.b{opacity:.5}}',
      '.a{stroke:red}@media print{.b{opacity:.5}}',
    ],
  ])('keeps the rest of a style that begins with %s', (_, css, kept) => {
    expect(cleanDrawing(svg(`<style>${css}</style>`)).svg).toContain(`<style>${kept}</style>`);
  });

  it('keeps what a switch and a link hold', () => {
    const inside =
      '<switch><foreignObject requiredExtensions="x"><p/></foreignObject><g systemLanguage="en"><path d="M0 0"/></g></switch><a href="https://site.example/"><circle r="2"/></a><text>See <a href="x">there</a></text>';
    const { svg: made, dropped } = cleanDrawing(svg(inside));
    expect(made).toContain(
      '<switch><g systemLanguage="en"><path d="M0 0"/></g></switch><g><circle r="2"/></g>',
    );
    expect(made).toContain('<text>See <tspan>there</tspan></text>');
    expect(dropped).toEqual(['<foreignObject>', '<a>']);
  });

  it.each([
    ['width="210mm" height="297mm"', 793.7008, 1122.5197],
    ['width="21cm" height="10cm"', 793.7008, 377.9528],
    ['width="8.5in" height="11in"', 816, 1056],
    ['width="72pt" height="36pt"', 96, 48],
    ['width="6pc" height="3pc"', 96, 48],
    ['width="400" height="300px"', 400, 300],
    ['viewBox="0 0 64 48"', 64, 48],
    ['viewBox="0,0,64,48" width="128"', 128, 96],
    ['viewBox="0 0 64 48" width="100%" height="100%"', 64, 48],
    ['height="10cm" viewBox="0 0 200 100"', 755.9055, 377.9528],
    ['', 300, 150],
    ['width="-5" height="0"', 300, 150],
  ])('with %s is %d by %d pixels', (attributes, width, height) => {
    const { size } = cleanDrawing(`<svg xmlns="http://www.w3.org/2000/svg" ${attributes}><g/></svg>`);
    expect(size.width).toBeCloseTo(width, 3);
    expect(size.height).toBeCloseTo(height, 3);
  });

  it('in physical units is in pixels throughout', () => {
    const { svg: made } = cleanDrawing(
      '<svg xmlns="http://www.w3.org/2000/svg" width="1in" height="1in"><rect x="6pt" width="12.7mm" stroke-dasharray="1mm, 2mm 3" style="stroke-width:1pc"/><text font-size="9pt">3 mm</text></svg>',
    );
    expect(made).toContain(
      '<rect x="8" width="48" stroke-dasharray="3.7795, 7.5591 3" style="stroke-width:16px"/>',
    );
    expect(made).toContain('<text font-size="12">3 mm</text>');
  });

  it('is written at a wished size, with what is said of it', () => {
    const made = cleanDrawing('<svg xmlns="http://www.w3.org/2000/svg" id="a>b" viewBox="0 0 4 3"/>', {
      size: { width: 800, height: 600 },
      metadata: '<x:xmpmeta xmlns:x="adobe:ns:meta/">$& $1</x:xmpmeta>',
    });
    expect(made.svg).toBe(
      '<svg xmlns="http://www.w3.org/2000/svg" id="a&gt;b" viewBox="0 0 4 3" width="800" height="600" preserveAspectRatio="none"><metadata><x:xmpmeta xmlns:x="adobe:ns:meta/">$& $1</x:xmpmeta></metadata></svg>',
    );
  });

  const uses = (levels: number) =>
    Array.from(
      { length: levels },
      (_, i) => `<g id="u${i + 1}">${`<use href="#u${i}"/>`.repeat(10)}</g>`,
    ).join('');
  it.each([
    ['uses of uses', `<defs><path id="u0" d="M0 0"/>${uses(9)}</defs><use href="#u9"/>`],
    [
      'patterns of patterns',
      Array.from(
        { length: 9 },
        (_, i) => `<pattern id="p${i + 1}">${`<rect fill="url(#p${i})"/>`.repeat(9)}</pattern>`,
      ).join('') + '<rect fill="url(#p9)"/>',
    ],
    [
      'filters',
      `<filter id="f">${'<feTurbulence numOctaves="9"/>'.repeat(40)}</filter>${'<rect filter="url(#f)"/>'.repeat(40)}`,
    ],
    [
      'filters in styles',
      `<filter id="f">${'<feMorphology radius="400"/>'.repeat(10)}</filter>${'<rect style="filter:url(#f)"/>'.repeat(10)}`,
    ],
    [
      'one turbulence without end',
      '<filter id="f"><feTurbulence numOctaves="100000"/></filter><rect filter="url(#f)"/>',
    ],
    [
      'a long way of uses',
      Array.from({ length: 1000 }, (_, i) => `<g id="u${i + 1}"><use href="#u${i}"/></g>`).join(''),
    ],
  ])('of %s is refused before it is drawn', (_, inside) => {
    expect(() => cleanDrawing(svg(inside))).toThrow(/takes too long to draw/);
  });

  it.each([
    ['itself', '<g id="a"><use href="#a"/></g>'],
    ['one another', '<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'],
    [
      'shadows on a hundred cards',
      `<filter id="f"><feGaussianBlur/><feOffset/><feFlood/><feComposite/><feMerge/></filter>${'<rect filter="url(#f)"/>'.repeat(100)}`,
    ],
    [
      'a thousand uses of a symbol',
      `<symbol id="s">${'<path d="M0 0"/>'.repeat(50)}</symbol>${'<use href="#s"/>'.repeat(1000)}`,
    ],
  ])('that uses %s is taken', (_, inside) => {
    expect(cleanDrawing(svg(inside)).svg).toContain('#');
  });

  it('names its namespaces by entities of its own, as programs do', () => {
    const { svg: made } = cleanDrawing(
      `<?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "x.dtd" [<!ENTITY ns_svg "http://www.w3.org/2000/svg"><!ENTITY ns_own 'urn:own'>]><svg xmlns="&ns_svg;" xmlns:i="&ns_own;" viewBox="0 0 1 1"><i:x/><rect width="1"/></svg>`,
    );
    expect(made).toBe('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><rect width="1"/></svg>');
  });

  it('nested without end is refused', () => {
    expect(() => cleanDrawing(svg(`${'<g>'.repeat(50_000)}${'</g>'.repeat(50_000)}`))).toThrow(
      UnreadableDrawing,
    );
  });

  it.each([
    'only words',
    '<svg xmlns="http://www.w3.org/2000/svg"><g></svg>',
    '<html><body/></html>',
    '',
    '<!DOCTYPE svg [<!ENTITY a "aaaaaaaa"><!ENTITY b "&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg"><text>&b;</text></svg>',
  ])('%s is refused in a sentence', (source) => {
    expect(() => cleanDrawing(source)).toThrow(UnreadableDrawing);
  });

  it('that refers in both ways is left with the newer one', () => {
    const { svg: cleaned } = cleanDrawing(
      '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"><use href="#a" xlink:href="#b"/></svg>',
    );
    expect(cleaned).toContain('<use href="#a"/>');
  });

  it('once cleaned, stays as it is, whatever it was', () => {
    const name = fc.constantFrom(
      'rect',
      'g',
      'path',
      'script',
      'a',
      'text',
      'style',
      'image',
      'use',
      'foreignObject',
    );
    const attribute = fc.tuple(
      fc.constantFrom('fill', 'onload', 'href', 'style', 'd', 'xlink:href', 'data-x'),
      fc.constantFrom('#a', 'red', 'url(#a)', 'url(x)', 'javascript:1', 'a"b', '<', '&', 'data:text/html,x'),
    );
    const start = fc.tuple(name, fc.uniqueArray(attribute, { selector: ([key]) => key, maxLength: 3 }));
    const written = (
      [element, attributes]: [string, [string, string][]],
      text: string,
      children: readonly string[],
    ) => {
      const quoted = (value: string) =>
        value.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');
      const said = attributes.map(([key, value]) => ` ${key}="${quoted(value)}"`).join('');
      return `<${element}${said}>${text}${children.join('')}</${element}>`;
    };
    const words = fc.constantFrom('', 'words', '&amp;');
    const leaf = fc.tuple(start, words).map(([begun, text]) => written(begun, text, []));
    const branch = (inner: fc.Arbitrary<string>) =>
      fc
        .tuple(start, words, fc.array(inner, { maxLength: 3 }))
        .map(([begun, text, children]) => written(begun, text, children));
    const tree = branch(branch(branch(leaf)));
    fc.assert(
      fc.property(tree, (inside) => {
        const once = cleanDrawing(svg(inside));
        const again = cleanDrawing(once.svg);
        expect(again.svg).toBe(once.svg);
        expect(again.dropped).toEqual([]);
        expect(once.svg).not.toMatch(/<(script|a|foreignObject)[\s>/]|\son\w+=|href="(?!#)|url\(x/);
      }),
    );
  });
});

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

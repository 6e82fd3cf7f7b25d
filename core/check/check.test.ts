import { readdirSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkHtml, HTML_RULES, sarifBegins, sarifEnds, sarifResult } from './index.ts';

const found = (html: string, holds?: (path: string) => boolean) =>
  checkHtml(html, holds ? { holds } : {}).map(({ rule, line, column }) => `${rule} ${line}:${column}`);

/** A whole page with nothing wrong in it. */
const CLEAN = `<!doctype html>
<html lang="en">
<head><meta charset="utf-8"><title>Dark nights</title>
<script type="application/ld+json">{"@type":"Thing"}</script></head>
<body>
<h1 id="top-of-it">Dark nights</h1>
<p>Bring <a href="#lamp">a red lamp</a>, and read <a href="https://fernhollow.example/visit">how to find us</a>.</p>
<h2 id="lamp">Lamps</h2>
<img src="lamp.jpg" alt="A red lamp on a stone wall" width="320" height="200">
<img src="star.svg" alt="" style="aspect-ratio: 1">
<table><tr><th scope="col">Night</th><th scope="col">Opens</th></tr><tr><td>Friday</td><td>19:30</td></tr></table>
<iframe src="https://maps.example/pane" title="Where the gate is" sandbox="allow-scripts" width="600" height="300"></iframe>
<video src="sky.mp4" controls width="640" height="360"><track kind="captions" src="sky.vtt" srclang="en"></video>
</body>
</html>`;

describe('any HTML', () => {
  it('that is well made gives nothing to say', () => {
    expect(checkHtml(CLEAN, { holds: () => true })).toEqual([]);
  });

  it.each<[rule: string, planted: string, at: string]>([
    ['alt-missing', '<p>See\n<img src="a.jpg" width="1" height="1"></p>', '2:1'],
    ['alt-missing', '<input type="image" src="go.png">', '1:1'],
    ['alt-missing', '<map><area href="/a" shape="rect"></map>', '1:6'],
    ['alt-reads-badly', '<img src="a.jpg" alt="IMG_2041.JPG" width="1" height="1">', '1:1'],
    ['alt-reads-badly', '<img src="a.jpg" alt="Image of a dome at night" width="1" height="1">', '1:1'],
    [
      'alt-twice',
      '<img src="a.jpg" alt="The dome by day" width="1" height="1">\n<img src="b.jpg" alt="the dome by day" width="1" height="1">',
      '2:1',
    ],
    ['link-nameless', '<p>\n  <a href="/x"><img src="a.jpg" alt="" width="1" height="1"></a></p>', '2:3'],
    ['link-nameless', '<a href="/x"> </a>', '1:1'],
    ['link-says-nothing', '<p>To find us click <a href="/visit">here</a>.</p>', '1:21'],
    ['link-says-nothing', '<a href="/visit"><b>Weiterlesen</b> …</a>', '1:1'],
    ['headings-out-of-order', '<h2>One</h2>\n<h4>Two</h4>', '2:1'],
    ['heading-empty', '<h2>One</h2><h3> <br></h3>', '1:13'],
    ['table-without-heads', '<table>\n<tr><td>a<td>b<tr><td>c<td>d</table>', '1:1'],
    ['frame-untitled', '<iframe src="/map" width="1" height="1"></iframe>', '1:1'],
    [
      'frame-too-much-power',
      '<iframe src="https://a.example/" title="A" width="1" height="1"></iframe>',
      '1:1',
    ],
    [
      'frame-too-much-power',
      '<iframe src="https://a.example/" title="A" sandbox allow="camera; fullscreen" width="1" height="1"></iframe>',
      '1:1',
    ],
    [
      'frame-too-much-power',
      '<iframe srcdoc="x" title="A" sandbox="allow-scripts allow-same-origin" width="1" height="1"></iframe>',
      '1:1',
    ],
    ['runs-script', '<p>a</p><script>x()</script>', '1:9'],
    ['runs-script', '<p\n onclick="x()">a</p>', '1:1'],
    ['runs-script', '<a href="java\nscript:x()">Open it</a>', '1:1'],
    ['plain-http', '<a href="http://a.example/">Somewhere</a>', '1:1'],
    ['plain-http', '<img src="http://a.example/a.jpg" alt="A dome" width="1" height="1">', '1:1'],
    ['size-missing', '<img src="a.jpg" alt="A red dome" width="10">', '1:1'],
    ['anchor-broken', '<a href="#nowhere">To the lamps</a>', '1:1'],
    ['captions-missing', '<video src="a.mp4" width="1" height="1"></video>', '1:1'],
    [
      'plays-by-itself',
      '<video src="a.mp4" autoplay width="1" height="1"><track src="a.vtt"></video>',
      '1:1',
    ],
    [
      'plays-by-itself',
      '<iframe src="https://a.example/?autoplay=1" sandbox title="A" width="1" height="1"></iframe>',
      '1:1',
    ],
    ['id-twice', '<p id="a">a</p>\n<p id="a">b</p>', '2:1'],
    ['page-unnamed', '<!doctype html>\n<html lang="en"><body><p>a</p></body></html>', '2:1'],
    ['page-unnamed', '<html><head><title>A page</title></head><body></body></html>', '1:1'],
  ])('%s: %s', (rule, planted, at) => {
    expect(found(planted)).toEqual([`${rule} ${at}`]);
  });

  it('names files that are not beside it, and asks nothing of others', () => {
    const asked: string[] = [];
    const holds = (path: string) => {
      asked.push(path);
      return path !== 'gone.jpg';
    };
    const html =
      '<img src="gone.jpg?v=2" alt="A red dome" width="1" height="1">\n<a href="../a%20b.html#c">Further</a><a href="/of-the-site">Of the site</a><a href="mailto:a@b.example">Write to us</a>';
    expect(found(html, holds)).toEqual(['file-broken 1:1']);
    expect(asked).toEqual(['gone.jpg', '../a b.html']);
  });

  it.each([
    ['a heading of any level begins a part of a page', '<h3>Within something</h3>'],
    ['what is hidden from hearing', '<a href="/x" aria-hidden="true" tabindex="-1"></a>'],
    ['a link with a label of its own', '<a href="/x" aria-label="To the dome"><svg><path/></svg></a>'],
    [
      'a link whose words are in a picture',
      '<a href="/x"><img src="a.jpg" alt="Our dome" width="1" height="1"></a>',
    ],
    [
      'a table that sets things beside each other',
      '<table role="presentation"><tr><td>a<td>b<tr><td>c<td>d</table>',
    ],
    ['a silent loop', '<video src="a.mp4" autoplay muted loop width="1" height="1"></video>'],
    ['what waits in a template', '<template><img src="a.jpg"></template>'],
    ['the top of the page', '<a href="#top">Back to the top</a>'],
  ])('leaves alone: %s', (_what, html) => {
    expect(found(html)).toEqual([]);
  });

  it('is judged as gravely as somebody said', () => {
    const html = '<a href="http://a.example/">Somewhere</a><img src="a.jpg" width="1" height="1">';
    const severities = { 'plain-http': 'off', 'alt-missing': 'note' } as const;
    expect(checkHtml(html, { severities }).map(({ rule, severity }) => [rule, severity])).toEqual([
      ['alt-missing', 'note'],
    ]);
  });

  it('that is beyond reading is said to be, and nothing is thrown', () => {
    expect(found('<div>'.repeat(3000))).toEqual(['not-read 1:1']);
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (html) => {
        for (const { line, column } of checkHtml(`<table><a href=#><img ${html}`))
          expect(line * column).toBeGreaterThan(0);
      }),
      { numRuns: 200 },
    );
  });
});

it('rules about any HTML are one file each, each with why', () => {
  const files = readdirSync(new URL('rules', import.meta.url)).filter(
    (file) => !['rule.ts', 'index.ts'].includes(file),
  );
  expect(HTML_RULES.map(({ id }) => `${id.replaceAll('-', '')}.ts`).toSorted()).toEqual(files.toSorted());
  for (const { why } of HTML_RULES) expect(why).toMatch(/[A-Z].+\.$/);
});

it('a log has every rule that it names, and every finding at its place', () => {
  const findings = checkHtml('<p>\n<img src="a.jpg"></p>');
  const log = JSON.parse(
    `${sarifBegins()}${findings.map((one) => sarifResult('a.html', one)).join(',')}${sarifEnds}`,
  ) as {
    version: string;
    runs: {
      tool: { driver: { rules: { id: string }[] } };
      results: { ruleId: string; level: string; locations: { physicalLocation: object }[] }[];
    }[];
  };
  const [run] = log.runs;
  expect(log.version).toBe('2.1.0');
  expect(run?.results.map(({ ruleId, level }) => [ruleId, level])).toEqual([
    ['alt-missing', 'error'],
    ['size-missing', 'warning'],
  ]);
  expect(run?.results[0]?.locations[0]?.physicalLocation).toEqual({
    artifactLocation: { uri: 'a.html' },
    region: { startLine: 2, startColumn: 1 },
  });
  const ids = new Set(run?.tool.driver.rules.map(({ id }) => id));
  expect(run?.results.every(({ ruleId }) => ids.has(ruleId))).toBe(true);
});

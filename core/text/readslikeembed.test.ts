import { expect, it } from 'vitest';
import { readsLikeEmbed } from './readslikeembed.ts';

it.each<[string, boolean]>([
  ['<iframe src="https://a.example/"></iframe>', true],
  ['&lt;iframe src="https://a.example/"&gt;', true],
  ['Here it is: <IFRAME\nsrc=x>', true],
  ['<object data="https://a.example/">', true],
  ['<blockquote>x</blockquote><script async src="https://a.example/w.js"></script>', true],
  ['<div id="w"></div><script>load("https://a.example/w.js")</script>', true],
  ['&lt;script src="https://a.example/w.js"&gt;&lt;/script&gt;', true],
  ['<blockquote>x</blockquote>', false],
  ['<script>count()</script>', false],
  ['An iframe is a frame in a page.', false],
  ['Use the <iframe> element, not <object> or <embed>: it is safer.', false],
  ['&lt;iframe&gt; = a frame', false],
  ['<object><param name="movie" value="x"><embed src="https://a.example/x"></object>', true],
  ['if (a <embedded) b', false],
  ['', false],
])('%j: %s', (text, is) => {
  expect(readsLikeEmbed(text)).toBe(is);
});

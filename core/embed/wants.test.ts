import { expect, it } from 'vitest';
import { powersWanted } from './wants.ts';

it.each<[string, string, string[]]>([
  ['words', '<p>Nothing to send</p>', []],
  ['a form', '<form action="/send"><input name="a"><button>Send</button></form>', ['allow-forms']],
  ['a button that sends a form elsewhere', '<button formaction="/pay">Pay</button>', ['allow-forms']],
  ['a link into a window', '<a href="/x" target="_blank">x</a>', ['allow-popups']],
  ['all links into windows', '<base target="_BLANK"><a href="/x">x</a>', ['allow-popups']],
  [
    'a window that a script opens',
    `<script>${'var a = 1;\n'.repeat(500)} window.open("/pay")</script>`,
    ['allow-popups', 'allow-popups-to-escape-sandbox'],
  ],
  ['a form that waits in a template', '<template><form></form></template>', []],
])('a page with %s', (_, html, powers) => {
  expect(powersWanted(`<!doctype html><title>t</title>${html}`)).toEqual(powers);
});

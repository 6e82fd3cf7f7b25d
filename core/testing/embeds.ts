import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { expect } from 'vitest';
import type { Choice } from '../embed/choice.ts';
import { PERMISSIONS, SANDBOX_TOKENS } from '../embed/frame.ts';

const FRAME = new Set('src title width height style loading referrerpolicy sandbox allow'.split(' '));
const BOX = new Set('srcdoc title style loading referrerpolicy sandbox'.split(' '));
const WORDS = new Set('figure blockquote figcaption p a strong em br div small'.split(' '));
const FRAME_STYLE = /^(aspect-ratio:\d+\/\d+;width:100%;height:auto|width:100%;height:\d+px);border:0$/;
const BOX_SANDBOX = ['allow-scripts', 'allow-popups', 'allow-popups-to-escape-sandbox'];

/** What must hold of every choice, whatever code it was made of. */
export function expectSafe({ kind, html }: Pick<Choice, 'kind' | 'html'>): void {
  const [first, ...more] = parseFragment(html).childNodes;
  expect(more).toEqual([]);
  const element = first as Tree.Element;
  const valueOf = (name: string) => element.attrs.find((attribute) => attribute.name === name)?.value ?? '';
  const tokens = valueOf('sandbox').split(' ').filter(Boolean);
  switch (kind) {
    case 'frame':
      expect(element.tagName).toBe('iframe');
      expect(element.childNodes).toEqual([]);
      for (const { name } of element.attrs) expect(FRAME).toContain(name);
      expect(new URL(valueOf('src')).protocol).toBe('https:');
      expect(valueOf('style')).toMatch(FRAME_STYLE);
      expect(valueOf('title')).not.toBe('');
      for (const token of tokens) expect(SANDBOX_TOKENS).toContain(token);
      for (const permission of valueOf('allow').split('; ').filter(Boolean))
        expect(PERMISSIONS).toContain(permission);
      return;
    case 'box':
      expect(element.tagName).toBe('iframe');
      expect(element.childNodes).toEqual([]);
      for (const { name } of element.attrs) expect(BOX).toContain(name);
      expect(element.attrs.map(({ name }) => name)).toContain('sandbox');
      for (const token of tokens) expect(BOX_SANDBOX).toContain(token);
      expect(valueOf('title')).not.toBe('');
      expect(valueOf('srcdoc')).toMatch(
        /^<!doctype html><meta charset="utf-8"><meta http-equiv="Content-Security-Policy"/,
      );
      return;
    case 'quotation':
    case 'card':
      for (const part of [element, ...within(element)]) {
        expect(WORDS).toContain(part.tagName);
        for (const { name, value } of part.attrs) {
          expect(['style', 'href', 'cite']).toContain(name);
          if (name !== 'style') expect(['http:', 'https:']).toContain(new URL(value).protocol);
        }
      }
  }
}

const within = (element: Tree.Element): Tree.Element[] =>
  element.childNodes.flatMap((node) => ('tagName' in node ? [node, ...within(node)] : []));

import * as v from 'valibot';

/** Something that was in the pasted code and is not kept, and the reason in plain words. */
export const DroppedSchema = v.object({ what: v.string(), why: v.string() });

export type Dropped = v.InferOutput<typeof DroppedSchema>;

const REASONS: Record<string, string> = {
  script: 'a script can read and change the whole page',
  style: 'it would restyle the page round it',
  link: 'it loads a style sheet or announces something to the host',
  meta: 'it speaks for the whole page',
  base: 'it would turn every link of the page elsewhere',
  form: 'it sends what visitors type to somebody else',
  input: 'it belongs to a form',
  button: 'it does nothing without its script',
  object: 'plug-in content is not safe to place',
  embed: 'plug-in content is not safe to place',
  applet: 'plug-in content is not safe to place',
  img: 'a picture loaded from the host can count your visitors',
  a: 'a link that belongs to the host, not to your text',
  template: 'it holds code that waits for a script',
  svg: 'drawings in pasted code can hold scripts',
  math: 'formulas in pasted code can hide other code',
  iframe: 'only the first usable frame is kept',
  '#comment': 'a comment says nothing to visitors',
};

/** Why an element of this name is not kept. */
export function elementReason(name: string): string {
  return REASONS[name] ?? 'only the frame itself is kept';
}

const ATTRIBUTE_REASONS: Record<string, string> = {
  srcdoc: 'a page written inside the code would run as part of your site',
  name: 'a named frame can be steered from elsewhere',
  frameborder: 'old; the frame has no border anyway',
  scrolling: 'old; the frame scrolls only when it must',
  allowfullscreen: 'said by the permission “fullscreen” instead',
  allowtransparency: 'no browser knows it any more',
  class: 'a style that only the host knows',
  id: 'it could clash with a name in your page',
  style: 'the frame is as wide as its column and keeps its ratio',
  importance: 'never became a standard',
  'data-src': 'a script would be needed to read it; its address is used directly',
};

/** Why an attribute of the frame is not kept as it was. */
export function attributeReason(name: string): string {
  if (/^on/i.test(name)) return 'an event handler is a script';
  return ATTRIBUTE_REASONS[name] ?? 'not on the list of what a frame needs';
}

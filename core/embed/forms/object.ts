import type { DefaultTreeAdapterTypes as Tree } from 'parse5';
import { attributesOf } from '../nodes.ts';
import { droppedBut, named, type Survey } from '../survey.ts';
import type { Form } from './form.ts';
import { framesMade } from './frame.ts';

/** What no browser runs any more, by its media type or its ending. */
const PLUG_IN = /shockwave|x-silverlight|x-java|director|x-ms-wm|quicktime|realaudio/i;
const PLUG_IN_FILE = /\.(?:swf|dcr|xap|class|jar|wmv|asx|rm)(?:[?#]|$)/i;

/** A frame in the words of plug-ins (HTML, object and embed), where it names a page and no program. */
export const object: Form = {
  id: 'object',
  make: (found) => {
    const sourceOf = (element: Tree.Element) => sourceIn(found, element);
    const all = named(found, 'object', 'embed', 'applet');
    const isPlugIn = (element: Tree.Element) => {
      const attributes = attributesOf(element);
      const kind = `${attributes.get('type') ?? ''} ${attributes.get('classid') ?? ''}`;
      return element.tagName === 'applet' || PLUG_IN.test(kind) || PLUG_IN_FILE.test(sourceOf(element));
    };
    const usable = all.filter((element) => sourceOf(element) !== '' && !isPlugIn(element));
    // An object may hold the same again for older browsers.
    const outermost = usable.filter(({ parentNode }) => !usable.includes(parentNode as Tree.Element));
    if (outermost.length > 0) return framesMade(found, outermost, sourceOf);
    if (!all.some(isPlugIn)) return null;
    return { choices: [], dropped: droppedBut(found, new Map()), findings: [PLUG_IN_GONE] };
  },
};

const PLUG_IN_GONE = {
  rule: 'plug-in-gone',
  severity: 'stop',
  says: 'This needs Flash, Java or another plug-in, which no browser runs any more.',
  remedy: 'Ask its host for a code of today, or link to its page.',
} as const;

/** What it loads, by itself or by the first of its parameters that names it. */
function sourceIn(found: Survey, element: Tree.Element): string {
  const attributes = attributesOf(element);
  const own = (attributes.get('data') ?? attributes.get('src') ?? '').trim();
  if (own !== '') return own;
  const parameter = named(found, 'param').find(
    (param) =>
      param.parentNode === element && /^(?:movie|src|url)$/i.test(attributesOf(param).get('name') ?? ''),
  );
  return parameter ? (attributesOf(parameter).get('value') ?? '').trim() : '';
}

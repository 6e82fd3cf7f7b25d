import { called } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

/** Powers that reach what is the visitor’s (Permissions Policy). */
const STRONG = [
  'camera',
  'microphone',
  'geolocation',
  'display-capture',
  'usb',
  'serial',
  'midi',
  'hid',
  'bluetooth',
  'clipboard-read',
];

export const frameTooMuchPower: HtmlRule = {
  id: 'frame-too-much-power',
  severity: 'warn',
  why: 'What others keep in a frame can do in it whatever it is not kept from (HTML, sandbox; Permissions Policy).',
  look: each((element) => {
    const { tag, attributes } = element;
    if (tag !== 'iframe') return false;
    const sandbox = attributes.get('sandbox')?.toLowerCase().split(/\s+/);
    const allow = (attributes.get('allow') ?? '').toLowerCase();
    const named = new Set(allow.split(/[;\s]+/));
    const given = STRONG.filter((power) => named.has(power));
    const foreign = /^(?:https?:)?\/\//i.test(attributes.get('src') ?? '');
    const own = attributes.has('srcdoc') || !foreign;
    const says =
      given.length > 0
        ? `may use ${given.join(', ')}`
        : sandbox?.includes('allow-top-navigation')
          ? 'may lead the whole window elsewhere'
          : own && sandbox?.includes('allow-scripts') && sandbox.includes('allow-same-origin')
            ? 'can take its own sandbox away: it may run scripts and is of this very origin'
            : foreign && !sandbox
              ? 'is in no sandbox'
              : null;
    return (
      says !== null && {
        says: `The frame ${called(element)} ${says}.`,
        remedy: 'Give it a sandbox with what it needs, and no more.',
      }
    );
  }),
};

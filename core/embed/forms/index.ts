import { box, script } from './box.ts';
import type { Form } from './form.ts';
import { frame } from './frame.ts';
import { link, linkedStill } from './link.ts';
import { media } from './media.ts';
import { object } from './object.ts';
import { customElement, placeholder } from './placeholder.ts';
import { quotation } from './quotation.ts';

/** Every form, in the order in which a code is tried against them. */
export const FORMS: readonly Form[] = [
  frame,
  object,
  box,
  quotation,
  customElement,
  placeholder,
  script,
  linkedStill,
  link,
  media,
];

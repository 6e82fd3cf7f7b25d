import type { Destination } from './destination.ts';
import { html } from './kinds/html.ts';
import { zip } from './kinds/zip.ts';

export type { Entry, WrittenEntry } from './destination.ts';
export { handOff } from './handedoff.ts';

/** Every place that pages are handed to, in the order in which they are offered. */
export const DESTINATIONS: readonly Destination[] = [html, zip];

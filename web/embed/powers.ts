import type { Frame } from '@placard/core/embed';

/** One power of a frame: a word of its sandbox, or something of the visitor's device. */
export type Power = Frame['sandbox'][number] | Frame['permissions'][number];

/** What each of them lets a frame do, in words. */
export const IN_WORDS: Record<Power, string> = {
  'allow-forms': 'send what visitors type into it',
  'allow-popups': 'open windows',
  'allow-popups-to-escape-sandbox': 'open windows that may do everything',
  'allow-presentation': 'be shown on another screen',
  'allow-same-origin': 'keep things in the visitor’s browser, as its own host',
  'allow-scripts': 'run its scripts',
  'encrypted-media': 'play protected films',
  fullscreen: 'fill the screen',
  'picture-in-picture': 'go on in a small window of its own',
};

/** The order in which powers are tried without: what is asked for most and needed least comes first. */
const ORDER: readonly Power[] = [
  'allow-popups-to-escape-sandbox',
  'allow-popups',
  'allow-forms',
  'allow-presentation',
  'picture-in-picture',
  'encrypted-media',
  'fullscreen',
  'allow-same-origin',
  'allow-scripts',
];

/** The powers that a frame has, in the order in which they are tried without. */
export const powersOf = ({ sandbox, permissions }: Frame): Power[] =>
  ORDER.filter((power) => ([...sandbox, ...permissions] as Power[]).includes(power));

/** A frame without one of its powers. */
export const without = (frame: Frame, power: Power): Frame => ({
  ...frame,
  sandbox: frame.sandbox.filter((token) => token !== power),
  permissions: frame.permissions.filter((one) => one !== power),
});

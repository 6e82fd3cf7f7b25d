import { PERMISSIONS, SANDBOX_TOKENS, type Frame } from '@placard/core/embed';

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

/** What it means for visitors that a frame may do it. */
export const MEANS: Record<Power, string> = {
  'allow-forms': 'Forms, polls and payments need it. What visitors type goes to the host.',
  'allow-popups': 'Links in it can open a window or a tab.',
  'allow-popups-to-escape-sandbox':
    'A window that it opens works as the host’s own site does. Payments and signing in need it.',
  'allow-presentation': 'A film can go on on a television in the same room.',
  'allow-same-origin': 'It can remember visitors by what it keeps in their browsers. Most players need it.',
  'allow-scripts': 'Without it only words and pictures are left.',
  'encrypted-media': 'Films that are rented or paid for need it.',
  fullscreen: 'Visitors can make it as large as their screen.',
  'picture-in-picture': 'A film can go on in a corner while visitors read elsewhere.',
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

/** All powers that a frame can be given, those first that are missed most. */
export const ALL_POWERS: readonly Power[] = [
  'allow-scripts',
  'allow-same-origin',
  'allow-forms',
  'allow-popups',
  'allow-popups-to-escape-sandbox',
  'fullscreen',
  'picture-in-picture',
  'encrypted-media',
  'allow-presentation',
];

/** A frame with one power more. */
export const withPower = (frame: Frame, power: Power): Frame => ({
  ...frame,
  sandbox: SANDBOX_TOKENS.filter((token) => token === power || frame.sandbox.includes(token)),
  permissions: PERMISSIONS.filter((one) => one === power || frame.permissions.includes(one)),
});

/** What is seen in a page that needs a power. */
export const WANTED: Partial<Record<Power, string>> = {
  'allow-forms': 'A form stands in it.',
  'allow-popups': 'Links in it open windows.',
  'allow-popups-to-escape-sandbox': 'It opens a window to pay or to sign in.',
};

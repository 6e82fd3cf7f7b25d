import type { ComponentType } from 'react';
import type { Stages } from '@placard/core/contract';

/** A screen: all that routes, the stage rule, finding and the tests know of it. */
export interface ScreenEntry {
  /** Where it is, as the router reads it: what ends with a question mark may be left out. */
  path: string;
  title: string;
  load: () => Promise<{ default: ComponentType }>;
  /** What one does there, where it can be gone to by words. */
  does?: string;
  /** How it stands on the stage rule. */
  tick?: {
    /** At the rule's end, where no stage of the work is. */
    end?: true;
    /** What is counted there. */
    queue: keyof Stages;
    /** What the number says, to those who hear it. */
    waiting: string;
    /** Waiting is somebody's fault. */
    urgent?: true;
  };
}

/** Every screen, in the order of work; those on the stage rule stand there in this order. */
export const SCREENS: readonly ScreenEntry[] = [
  {
    path: '/gather',
    title: 'Gather',
    load: () => import('./gather/gather.tsx'),
    does: 'bring files in',
    tick: { queue: 'gather', waiting: 'arrivals to accept' },
  },
  {
    path: '/prep/:asset?',
    title: 'Prep',
    load: () => import('./prep/prep.tsx'),
    does: 'make them fit',
    tick: { queue: 'prep', waiting: 'to be prepared' },
  },
  {
    path: '/prep/many',
    title: 'Prepare many',
    load: () => import('./prep/many.tsx'),
    does: 'one sheet for many pictures',
  },
  {
    path: '/label/:asset?',
    title: 'Label',
    load: () => import('./label/label.tsx'),
    does: 'say what they are',
    tick: { queue: 'label', waiting: 'without a full label', urgent: true },
  },
  { path: '/label/:asset/captions', title: 'Captions', load: () => import('./captions/captionseditor.tsx') },
  {
    path: '/label/ending',
    title: 'Running out',
    load: () => import('./label/ending.tsx'),
    does: 'licences that end soon',
  },
  {
    path: '/label/terms',
    title: 'Terms',
    load: () => import('./label/termslist.tsx'),
    does: 'licences of your own',
  },
  {
    path: '/label/spreadsheet/:sheet?',
    title: 'Spreadsheet',
    load: () => import('./label/spreadsheet.tsx'),
    does: 'labels out and back in',
  },
  {
    path: '/place/:page?',
    title: 'Place',
    load: () => import('./place/place.tsx'),
    does: 'put them into a page',
    tick: { queue: 'place', waiting: 'pages with nothing placed' },
  },
  {
    path: '/proof/:page?',
    title: 'Proof',
    load: () => import('./proof/proof.tsx'),
    does: 'look before it goes out',
    tick: { queue: 'proof', waiting: 'pages with findings' },
  },
  {
    path: '/hand-off/:page?',
    title: 'Hand off',
    load: () => import('./handoff/handoff.tsx'),
    does: 'deliver',
    tick: { queue: 'handOff', waiting: 'pages ready to go' },
  },
  {
    path: '/hosts',
    title: 'Hosts',
    load: () => import('./hosts/hosts.tsx'),
    does: 'whose things may be embedded',
    tick: { end: true, queue: 'hosts', waiting: 'to answer', urgent: true },
  },
  {
    path: '/hosts/files',
    title: 'What hosts understand',
    load: () => import('./hosts/hostfiles.tsx'),
    does: 'the options that hosts say they have',
  },
  {
    path: '/hosts/outside',
    title: 'What still works',
    load: () => import('./hosts/outside.tsx'),
    does: 'embeds and links at other hosts, looked at again',
  },
  {
    path: '/holdings',
    title: 'Holdings',
    load: () => import('./holdings/holdings.tsx'),
    does: 'all that is kept',
    tick: { end: true, queue: 'holdings', waiting: 'held' },
  },
  { path: '/holdings/names', title: 'Names', load: () => import('./holdings/names.tsx') },
  {
    path: '/pages',
    title: 'Pages',
    load: () => import('./pages/pages.tsx'),
    does: 'all that is written',
    tick: { end: true, queue: 'pages', waiting: 'pages' },
  },
];

/** Where a screen is when nothing on it is chosen. */
export const addressOf = ({ path }: Pick<ScreenEntry, 'path'>): string => path.replace(/\/:\w+\?$/, '');

/** Actions and duties in the words of ccREL (W3C member submission), plus the ones buying brings. */
export type Permission = 'Reproduction' | 'Distribution' | 'DerivativeWorks' | 'CommercialUse';
export type Duty = 'Attribution' | 'Notice' | 'ShareAlike' | 'IndicateChanges';

/** The terms of one licence, as data. */
export interface Terms {
  id: string;
  /** As it stands on lists. */
  name: string;
  /** As it prints in a statement. */
  short: string;
  /** The deed or text that a statement links to. */
  deed?: string;
  /** SPDX licence identifier, where there is one. */
  spdx?: string;
  permits: readonly Permission[];
  requires: readonly Duty[];
  prohibits: readonly Permission[];
}

const USE: readonly Permission[] = ['Reproduction', 'Distribution'];
const ANY_USE: readonly Permission[] = [...USE, 'CommercialUse'];
const ANY_USE_AND_CHANGE: readonly Permission[] = [...ANY_USE, 'DerivativeWorks'];
const CREDIT: readonly Duty[] = ['Attribution', 'Notice', 'IndicateChanges'];

function creativeCommons(parts: string, terms: Pick<Terms, 'permits' | 'requires' | 'prohibits'>): Terms {
  const short = `CC ${parts} 4.0`;
  return {
    id: `cc-${parts.toLowerCase()}-4.0`,
    name: `Creative Commons ${parts} 4.0`,
    short,
    deed: `https://creativecommons.org/licenses/${parts.toLowerCase()}/4.0/`,
    spdx: `CC-${parts}-4.0`,
    ...terms,
  };
}

/** Every licence a placard can name, in the order of a list. */
export const LICENCES: readonly Terms[] = [
  { id: 'unknown', name: 'Not known yet', short: '', permits: [], requires: [], prohibits: [] },
  { id: 'own', name: 'Our own work', short: '', permits: ANY_USE_AND_CHANGE, requires: [], prohibits: [] },
  creativeCommons('BY', { permits: ANY_USE_AND_CHANGE, requires: CREDIT, prohibits: [] }),
  creativeCommons('BY-SA', {
    permits: ANY_USE_AND_CHANGE,
    requires: [...CREDIT, 'ShareAlike'],
    prohibits: [],
  }),
  creativeCommons('BY-ND', { permits: ANY_USE, requires: CREDIT, prohibits: ['DerivativeWorks'] }),
  creativeCommons('BY-NC', {
    permits: [...USE, 'DerivativeWorks'],
    requires: CREDIT,
    prohibits: ['CommercialUse'],
  }),
  creativeCommons('BY-NC-SA', {
    permits: [...USE, 'DerivativeWorks'],
    requires: [...CREDIT, 'ShareAlike'],
    prohibits: ['CommercialUse'],
  }),
  creativeCommons('BY-NC-ND', {
    permits: USE,
    requires: CREDIT,
    prohibits: ['CommercialUse', 'DerivativeWorks'],
  }),
  {
    id: 'cc0-1.0',
    name: 'Creative Commons Zero 1.0',
    short: 'CC0 1.0',
    deed: 'https://creativecommons.org/publicdomain/zero/1.0/',
    spdx: 'CC0-1.0',
    permits: ANY_USE_AND_CHANGE,
    requires: [],
    prohibits: [],
  },
  {
    id: 'pdm-1.0',
    name: 'Public Domain Mark 1.0',
    short: 'public domain',
    deed: 'https://creativecommons.org/publicdomain/mark/1.0/',
    permits: ANY_USE_AND_CHANGE,
    requires: [],
    prohibits: [],
  },
  {
    // For trying out in a layout; every agency demands its name, the picture's id and the creator beside it.
    id: 'comp',
    name: 'Comp, not bought yet',
    short: 'comp, not yet licensed',
    permits: ['Reproduction'],
    requires: ['Attribution'],
    prohibits: ['Distribution', 'CommercialUse', 'DerivativeWorks'],
  },
  {
    id: 'bought',
    name: 'Bought',
    short: 'licensed',
    permits: ANY_USE_AND_CHANGE,
    requires: ['Attribution'],
    prohibits: [],
  },
  {
    id: 'permission',
    name: 'With permission',
    short: 'used with permission',
    permits: ANY_USE,
    requires: ['Attribution'],
    prohibits: [],
  },
];

const BY_ID = new Map(LICENCES.map((terms) => [terms.id, terms]));

/** The terms with this id. Throws RangeError for an id that is not on the list. */
export function termsOf(id: string): Terms {
  const terms = BY_ID.get(id);
  if (!terms) throw new RangeError(`No licence has the id “${id}”.`);
  return terms;
}

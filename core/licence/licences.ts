import { creativeCommons, portOf } from './creativecommons.ts';
import type { Clause, Permission, Terms } from './terms.ts';

const USE: readonly Permission[] = ['Reproduction', 'Distribution'];
const ANY_USE: readonly Permission[] = [...USE, 'CommercialUse'];
const ANY_USE_AND_CHANGE: readonly Permission[] = [...ANY_USE, 'DerivativeWorks'];
const BERNE = 'https://www.wipo.int/wipolex/en/text/283698';
const PLUS = 'http://ns.useplus.org/go.ashx?term=';

const berne = (article: string): Clause => ({
  text: `Berne Convention, article ${article}`,
  address: BERNE,
});
const plus = (term: string): Clause => ({
  text: `PLUS Picture Licensing Glossary, “${term}”`,
  address: `${PLUS}${encodeURIComponent(term)}`,
});
/** Without leave, copying, adapting and showing to the public are the author's alone. */
const RESERVED = { use: berne('9(1)'), changes: berne('12'), commercial: berne('9(1)') };

function gfdl(version: '1.2' | '1.3', address: string): Terms {
  const clause = (section: string): Clause => ({ text: `GFDL ${version}, section ${section}`, address });
  return {
    id: `gfdl-${version}`,
    name: `GNU Free Documentation License ${version}`,
    short: `GFDL ${version}`,
    family: 'free',
    deed: address,
    spdx: `GFDL-${version}-or-later`,
    permits: ANY_USE_AND_CHANGE,
    requires: ['Attribution', 'Title', 'Notice', 'FullText', 'IndicateChanges', 'ShareAlike'],
    prohibits: [],
    clauses: {
      use: clause('2'),
      commercial: clause('2'),
      changes: clause('4'),
      attribution: clause('4(B)'),
      title: clause('4(J)'),
      notice: clause('2'),
      changed: clause('4(I)'),
      shareAlike: clause('4'),
    },
  };
}

/** Every licence a placard can name without a port of its own, in the order of a list. */
export const LICENCES: readonly Terms[] = [
  {
    id: 'unknown',
    name: 'Not known yet',
    short: '',
    family: 'none',
    permits: [],
    requires: [],
    prohibits: [],
    clauses: RESERVED,
  },
  {
    id: 'own',
    name: 'Our own work',
    short: '',
    family: 'ours',
    permits: ANY_USE_AND_CHANGE,
    requires: [],
    prohibits: [],
    clauses: RESERVED,
  },
  {
    // Whoever made it keeps the right to be named, whoever owns the rest.
    id: 'staff',
    name: 'Made by our staff',
    short: '',
    family: 'ours',
    permits: ANY_USE_AND_CHANGE,
    requires: ['Attribution'],
    prohibits: [],
    clauses: { ...RESERVED, attribution: berne('6bis(1)') },
  },
  ...creativeCommons('4.0'),
  ...creativeCommons('3.0'),
  ...creativeCommons('2.0'),
  {
    id: 'cc0-1.0',
    name: 'Creative Commons Zero 1.0',
    short: 'CC0 1.0',
    family: 'public-domain',
    deed: 'https://creativecommons.org/publicdomain/zero/1.0/',
    spdx: 'CC0-1.0',
    permits: ANY_USE_AND_CHANGE,
    requires: [],
    prohibits: [],
    clauses: Object.fromEntries(
      (['use', 'commercial', 'changes'] as const).map((matter) => [
        matter,
        {
          text: 'CC0 1.0, sections 2 and 3',
          address: 'https://creativecommons.org/publicdomain/zero/1.0/legalcode',
        },
      ]),
    ),
  },
  {
    id: 'pdm-1.0',
    name: 'Public Domain Mark 1.0',
    short: 'public domain',
    family: 'public-domain',
    deed: 'https://creativecommons.org/publicdomain/mark/1.0/',
    permits: ANY_USE_AND_CHANGE,
    requires: [],
    prohibits: [],
    clauses: Object.fromEntries(
      (['use', 'commercial', 'changes'] as const).map((matter) => [
        matter,
        {
          text: 'Public Domain Mark 1.0, which is a label and no licence: nobody vouches for it',
          address: 'https://creativecommons.org/publicdomain/mark/1.0/',
        },
      ]),
    ),
  },
  gfdl('1.3', 'https://www.gnu.org/licenses/fdl-1.3.html'),
  gfdl('1.2', 'https://www.gnu.org/licenses/old-licenses/fdl-1.2.html'),
  {
    // For trying out in a layout; every agency demands its name, the picture's id and the creator beside it.
    id: 'comp',
    name: 'Comp, not bought yet',
    short: 'comp, not yet licensed',
    family: 'bought',
    permits: ['Reproduction'],
    requires: ['Attribution'],
    prohibits: ['Distribution', 'CommercialUse', 'DerivativeWorks'],
    clauses: { use: plus('Comp'), attribution: plus('Credit Line') },
  },
  {
    id: 'bought',
    name: 'Bought, royalty-free',
    short: 'licensed',
    family: 'bought',
    permits: ANY_USE_AND_CHANGE,
    requires: ['Attribution'],
    prohibits: [],
    clauses: {
      use: plus('Royalty-Free'),
      commercial: plus('Royalty-Free'),
      changes: plus('Alterations'),
      attribution: plus('Credit Line'),
      limits: plus('Constraints'),
    },
  },
  {
    id: 'editorial',
    name: 'Bought, editorial use only',
    short: 'licensed',
    family: 'bought',
    permits: USE,
    requires: ['Attribution'],
    prohibits: ['CommercialUse', 'DerivativeWorks'],
    clauses: {
      use: plus('Editorial Use Only'),
      commercial: plus('Editorial Use Only'),
      changes: plus('Alterations'),
      attribution: plus('Credit Line'),
      limits: plus('Constraints'),
    },
  },
  {
    id: 'managed',
    name: 'Bought, rights-managed',
    short: 'licensed',
    family: 'bought',
    permits: ANY_USE_AND_CHANGE,
    requires: ['Attribution'],
    prohibits: [],
    clauses: {
      use: plus('Rights-Managed'),
      commercial: plus('Rights-Managed'),
      changes: plus('Alterations'),
      attribution: plus('Credit Line'),
      limits: plus('Constraints'),
    },
  },
  {
    id: 'permission',
    name: 'With permission',
    short: 'used with permission',
    family: 'asked',
    permits: ANY_USE,
    requires: ['Attribution'],
    prohibits: [],
    clauses: { ...RESERVED, attribution: berne('6bis(1)') },
  },
  {
    id: 'reserved',
    name: 'All rights reserved',
    short: 'all rights reserved',
    family: 'none',
    permits: [],
    requires: ['Attribution'],
    prohibits: ['Reproduction', 'Distribution', 'CommercialUse', 'DerivativeWorks'],
    clauses: { ...RESERVED, attribution: berne('6bis(1)') },
  },
];

const BY_ID = new Map(LICENCES.map((terms) => [terms.id, terms]));

/** True for the id of terms that an organisation has added itself. */
export const isOwnTerms = (id: string): boolean => /^ours-[a-z0-9-]{1,34}$/.test(id);

/** True for the id of a licence on the list, or of a port of one. */
export const isLicence = (id: string): boolean => BY_ID.has(id) || portOf(id) !== undefined;

/**
 * The terms with this id: on the list, a port of one of them (`cc-by-3.0-de`), or among the organisation's own.
 * Throws RangeError for any other.
 */
export function termsOf(id: string, own: readonly Terms[] = []): Terms {
  const terms = BY_ID.get(id) ?? own.find((terms) => terms.id === id) ?? portOf(id);
  if (terms && !own.includes(terms)) BY_ID.set(id, terms);
  if (!terms) throw new RangeError(`No licence has the id “${id}”.`);
  return terms;
}

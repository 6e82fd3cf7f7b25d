import type { Clause, Duty, Matter, Permission, Terms } from './terms.ts';

export type CcVersion = '4.0' | '3.0' | '2.0';

const KINDS = ['by', 'by-sa', 'by-nd', 'by-nc', 'by-nc-sa', 'by-nc-nd'] as const;
type Kind = (typeof KINDS)[number];

/** Jurisdictions that a version was ported to; 4.0 was to none. */
const PORTS: Record<CcVersion, readonly string[]> = {
  '4.0': [],
  '3.0':
    'at au br ch cl cn cr cz de ec ee eg es fr gr gt hk hr ie igo it lu nl no nz ph pl pr pt ro rs sg th tw ug us ve vn za'.split(
      ' ',
    ),
  '2.0': 'at au be br ca cl de es fr hr it jp kr nl pl tw uk za'.split(' '),
};

/** Ports with an SPDX identifier of their own. */
const SPDX_PORTS = new Set([
  'cc-by-3.0-at',
  'cc-by-3.0-au',
  'cc-by-3.0-de',
  'cc-by-3.0-igo',
  'cc-by-3.0-nl',
  'cc-by-3.0-us',
  'cc-by-nc-3.0-de',
  'cc-by-nc-nd-3.0-de',
  'cc-by-nc-nd-3.0-igo',
  'cc-by-nc-sa-2.0-de',
  'cc-by-nc-sa-2.0-fr',
  'cc-by-nc-sa-2.0-uk',
  'cc-by-nc-sa-3.0-de',
  'cc-by-nc-sa-3.0-igo',
  'cc-by-nd-3.0-de',
  'cc-by-sa-2.0-uk',
  'cc-by-sa-3.0-at',
  'cc-by-sa-3.0-de',
  'cc-by-sa-3.0-igo',
]);

/** The six licences of a version, unported. */
export const creativeCommons = (version: CcVersion): Terms[] => KINDS.map((kind) => termsFor(kind, version));

/** The terms of a port, by an id like `cc-by-sa-3.0-de`; undefined where there is none. */
export function portOf(id: string): Terms | undefined {
  const [, kind, version, port] = /^cc-([a-z-]+)-([234]\.0)-([a-z]+)$/.exec(id) ?? [];
  if (!kind || !port || !isKind(kind) || !isVersion(version) || !PORTS[version].includes(port))
    return undefined;
  return termsFor(kind, version, port);
}

const isKind = (kind: string): kind is Kind => (KINDS as readonly string[]).includes(kind);
const isVersion = (version: string | undefined): version is CcVersion =>
  version !== undefined && version in PORTS;

function termsFor(kind: Kind, version: CcVersion, port?: string): Terms {
  const [nc, nd, sa] = [kind.includes('nc'), kind.includes('nd'), kind.includes('sa')];
  const short = `CC ${kind.toUpperCase()} ${version}${port ? ` ${port.toUpperCase()}` : ''}`;
  const deed = `https://creativecommons.org/licenses/${kind}/${version}/${port ? `${port}/` : ''}`;
  const permits: Permission[] = ['Reproduction', 'Distribution'];
  if (!nc) permits.push('CommercialUse');
  if (!nd) permits.push('DerivativeWorks');
  const prohibits: Permission[] = [];
  if (nc) prohibits.push('CommercialUse');
  if (nd) prohibits.push('DerivativeWorks');
  const requires: Duty[] = ['Attribution', ...(version === '4.0' ? [] : ['Title' as const])];
  requires.push('Notice', 'IndicateChanges');
  if (sa) requires.push('ShareAlike');
  const id = `cc-${kind}-${version}${port ? `-${port}` : ''}`;
  const spdx = port === undefined || SPDX_PORTS.has(id) ? spdxOf(kind, version, port) : undefined;
  return {
    id,
    name: `Creative Commons ${kind.toUpperCase()} ${version}${port ? ` ${port.toUpperCase()}` : ''}`,
    short,
    family: 'creative-commons',
    deed,
    ...(spdx ? { spdx } : {}),
    permits,
    requires,
    prohibits,
    clauses: clausesOf(short, deed, version, { nc, nd, sa }),
  };
}

const spdxOf = (kind: Kind, version: CcVersion, port: string | undefined) =>
  `CC-${kind.toUpperCase()}-${version}${port ? `-${port.toUpperCase()}` : ''}`;

/** Where each licence says what it says. Sections of 2.0 and 3.0 are lettered by which of them a licence has. */
function clausesOf(
  short: string,
  deed: string,
  version: CcVersion,
  { nc, nd, sa }: { nc: boolean; nd: boolean; sa: boolean },
): Partial<Record<Matter, Clause>> {
  const clause = (section: string): Clause => ({
    text: `${short}, section ${section}`,
    address: `${deed}legalcode`,
  });
  if (version === '4.0') {
    return {
      use: clause('2(a)(1)'),
      commercial: clause(nc ? '1, “NonCommercial”' : '2(a)(1)'),
      changes: clause(nd ? '2(a)(1)(B) with 1, “Adapted Material”' : '2(a)(1)(B)'),
      technical: clause('2(a)(4)'),
      attribution: clause('3(a)(1)(A)(i)'),
      notice: clause('3(a)(1)(C)'),
      changed: clause('3(a)(1)(B)'),
      ...(sa ? { shareAlike: clause('3(b)') } : {}),
    };
  }
  const lettered = [...(sa ? ['shareAlike'] : []), ...(nc ? ['commercial'] : []), 'attribution'] as const;
  const at = (matter: string) => `4(${'bcd'[lettered.indexOf(matter as never)]})`;
  return {
    use: clause('3'),
    commercial: clause(nc ? at('commercial') : '3'),
    changes: clause('3'),
    technical: clause('3, last sentences'),
    attribution: clause(at('attribution')),
    title: clause(at('attribution')),
    notice: clause('4(a)'),
    changed: clause(version === '3.0' && !nd ? '3(b)' : at('attribution')),
    ...(sa ? { shareAlike: clause(at('shareAlike')) } : {}),
  };
}

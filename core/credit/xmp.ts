import type { Terms } from '../licence/terms.ts';
import { keywordsOf } from './keywords.ts';
import { termsOfPlacard, type Placard } from './placard.ts';
import { statement, statementText, type StatementContext } from './statement.ts';

const NAMESPACES = {
  dc: 'http://purl.org/dc/elements/1.1/',
  photoshop: 'http://ns.adobe.com/photoshop/1.0/',
  xmpRights: 'http://ns.adobe.com/xap/1.0/rights/',
  Iptc4xmpCore: 'http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/',
  plus: 'http://ns.useplus.org/ldf/xmp/1.0/',
  cc: 'http://creativecommons.org/ns#',
};

/**
 * A placard as an XMP packet (ISO 16684-1), by the properties that the IPTC Photo Metadata Standard and ccREL
 * give its fields; what is empty is left out. `changes` go into the credit line where the licence wants them named.
 */
export function xmpOf(placard: Placard, context: StatementContext = {}): string {
  const terms = context.terms ?? termsOfPlacard(placard);
  const credit = statementText(statement(placard, context));
  const free = terms.deed !== undefined;
  const properties = [
    alternative('dc:title', placard.title),
    alternative('dc:description', placard.caption),
    listed('dc:creator', 'Seq', placard.creator === '' ? [] : [placard.creator]),
    listed('dc:subject', 'Bag', keywordsOf(placard.keywords)),
    alternative('dc:rights', placard.copyright || credit),
    text('dc:identifier', placard.pictureId),
    text('photoshop:Credit', credit),
    text('photoshop:Source', placard.source),
    alternative('Iptc4xmpCore:AltTextAccessibility', placard.decorative ? '' : placard.alt),
    alternative('Iptc4xmpCore:ExtDescrAccessibility', placard.description),
    placard.creatorUrl === ''
      ? ''
      : `<Iptc4xmpCore:CreatorContactInfo rdf:parseType="Resource">${text('Iptc4xmpCore:CiUrlWork', placard.creatorUrl)}</Iptc4xmpCore:CreatorContactInfo>`,
    placard.sourceUrl === ''
      ? ''
      : // Where a licence is to be had (IPTC Photo Metadata, Licensor).
        `<plus:Licensor><rdf:Seq><rdf:li rdf:parseType="Resource">${text('plus:LicensorName', placard.source || placard.creator)}${text('plus:LicensorURL', placard.sourceUrl)}</rdf:li></rdf:Seq></plus:Licensor>`,
    alternative('xmpRights:UsageTerms', placard.licence === 'unknown' ? '' : terms.name),
    text('plus:LicenseStartDate', placard.from),
    text('plus:LicenseEndDate', placard.until),
    alternative('plus:OtherConstraints', placard.restrictions),
    text('plus:CopyrightStatus', copyrightStatus(terms)),
    text('xmpRights:WebStatement', terms.deed ?? ''),
    placard.licence === 'unknown'
      ? ''
      : text('xmpRights:Marked', terms.id.startsWith('pd') ? 'False' : 'True'),
    text('plus:ImageSupplierImageID', placard.pictureId),
    free ? `<cc:license rdf:resource="${escape(terms.deed ?? '')}"/>` : '',
    free ? text('cc:attributionName', placard.creator) : '',
    free && placard.sourceUrl !== ''
      ? `<cc:attributionURL rdf:resource="${escape(placard.sourceUrl)}"/>`
      : '',
  ].filter((property) => property !== '');
  const spaces = Object.entries(NAMESPACES)
    .map(([prefix, address]) => `xmlns:${prefix}="${address}"`)
    .join(' ');
  return `${BEGIN}<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" ${spaces}>${properties.join('')}</rdf:Description></rdf:RDF></x:xmpmeta>${END}`;
}

/** What stands round a packet, for programs that look for it in a file of any kind (ISO 16684-1, section 7.3.2). */
const [BEGIN, END] = ['<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>', '<?xpacket end="w"?>'];

/** A packet of ours as the one XML element in it, for files that are XML themselves. */
export const withoutPacket = (xmp: string): string => xmp.slice(BEGIN.length, xmp.length - END.length);

/** Whether it is protected, in the words of the PLUS vocabulary; nothing where nobody knows. */
function copyrightStatus({ id, family }: Terms): string {
  if (id === 'unknown') return '';
  return `http://ns.useplus.org/ldf/vocab/${family === 'public-domain' ? 'CS-PUB' : 'CS-PRO'}`;
}

const text = (name: string, value: string) => (value === '' ? '' : `<${name}>${escape(value)}</${name}>`);

const alternative = (name: string, value: string) =>
  value === ''
    ? ''
    : `<${name}><rdf:Alt><rdf:li xml:lang="x-default">${escape(value)}</rdf:li></rdf:Alt></${name}>`;

const listed = (name: string, kind: 'Seq' | 'Bag', values: readonly string[]) =>
  values.length === 0
    ? ''
    : `<${name}><rdf:${kind}>${values.map((value) => `<rdf:li>${escape(value)}</rdf:li>`).join('')}</rdf:${kind}></${name}>`;

/** Text fit for XML 1.0: what it cannot hold at all goes, what means something in it is written as an entity. */
function escape(value: string): string {
  return value
    .toWellFormed()
    .replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');
}

import type { Terms } from './terms.ts';

const of = (terms: Terms) => /^cc-(by(?:-nc)?-sa)-(\d\.\d)/.exec(terms.id);

/** The kinds of licence that something made from a share-alike work may be given: its own, or a later version of it. */
function mayBecome(terms: Terms, result: Terms): boolean {
  const [ours, theirs] = [of(terms), of(result)];
  if (ours && theirs) return ours[1] === theirs[1] && Number(theirs[2]) >= Number(ours[2]);
  const gnu = /^gfdl-(.+)$/;
  const [from, to] = [gnu.exec(terms.id), gnu.exec(result.id)];
  return from !== null && to !== null && Number(to[1]) >= Number(from[1]);
}

/**
 * The terms under which works may be put together into one new work and be shown; null where no licence suits all of
 * them. Works that may not be changed can go into none; a share-alike work wants its own licence for the whole; what
 * may not be used commercially may not become part of what may be. `free` stands for any terms at all.
 */
export function together(works: readonly Terms[]): Terms | 'free' | null {
  if (works.some(({ permits }) => !permits.includes('DerivativeWorks'))) return null;
  const alike = works.filter(({ requires }) => requires.includes('ShareAlike'));
  if (alike.length === 0) return 'free';
  const closed = works.some(({ prohibits }) => prohibits.includes('CommercialUse'));
  return (
    alike.find(
      (result) =>
        alike.every((work) => mayBecome(work, result)) &&
        (!closed || result.prohibits.includes('CommercialUse')),
    ) ?? null
  );
}

import type { Changed, ChangedKind } from '@placard/core/contract';

/** Whose answers are taken as they are, not compared letter by letter: a page is as long as a book may be. */
export const TAKEN_WHOLE: readonly string[] = ['/api/pages/{id}'];

/**
 * Which changes the answers of an endpoint follow, by its path: of anything of a kind, or only of what was asked about
 * (`{id}` in the path).
 */
export const REFRESHED: Readonly<Record<string, Readonly<Partial<Record<ChangedKind, 'any' | 'its own'>>>>> =
  {
    '/api/addresses': { page: 'any', site: 'any' },
    '/api/arrivals': { arrival: 'any', asset: 'any' },
    '/api/arrivals/{id}/asset': { arrival: 'any', asset: 'any' },
    '/api/assets': { asset: 'any', page: 'any', shortlist: 'any', permission: 'any', site: 'any' },
    '/api/assets/ids': { asset: 'any', page: 'any', shortlist: 'any', permission: 'any', site: 'any' },
    '/api/assets/{id}': { asset: 'its own', page: 'any' },
    '/api/assets/{id}/film': { asset: 'its own' },
    '/api/assets/{id}/held': { asset: 'its own', permission: 'its own', site: 'any' },
    '/api/assets/{id}/embedded': { asset: 'its own' },
    '/api/assets/{id}/label-changes': { asset: 'its own' },
    '/api/assets/{id}/may-we': { asset: 'its own', page: 'any', permission: 'its own', site: 'any' },
    '/api/assets/{id}/permissions': { asset: 'its own', permission: 'its own' },
    '/api/assets/{id}/prep': { asset: 'its own' },
    '/api/assets/{id}/sent': { film: 'its own' },
    '/api/assets/{id}/sound': { asset: 'its own' },
    '/api/assets/{id}/versions': { asset: 'its own', page: 'any' },
    '/api/batches': { batch: 'any' },
    '/api/comps': { asset: 'any', arrival: 'any' },
    '/api/host-files': { host: 'any' },
    '/api/hosts': { host: 'any', page: 'any' },
    '/api/hosts/{host}/pages': { host: 'any', page: 'any' },
    '/api/kept-searches': { search: 'any' },
    '/api/label-sheets/{id}': { 'label-sheet': 'its own' },
    '/api/labels/ending': { asset: 'any', page: 'any', permission: 'any', site: 'any' },
    '/api/linked-pages': { page: 'any', site: 'any' },
    '/api/places': { page: 'any', site: 'any' },
    '/api/outside': { outside: 'any', page: 'any' },
    '/api/pages': { page: 'any', site: 'any' },
    '/api/pages/{id}': { page: 'its own' },
    '/api/pages/{id}/hand-off': { page: 'its own', site: 'any' },
    '/api/pages/{id}/proof': { page: 'its own', site: 'any' },
    '/api/pages/{id}/uses': { page: 'any' },
    '/api/pages/{id}/versions': { page: 'its own' },
    '/api/permissions/unchecked': { permission: 'any', asset: 'any' },
    '/api/prep-sheets': { 'prep-sheet': 'any', site: 'any' },
    '/api/shortlists': { shortlist: 'any' },
    '/api/site': { site: 'any' },
    '/api/site/policy-lines': { page: 'any' },
    '/api/site/room': { arrival: 'any', asset: 'any', site: 'any' },
    '/api/stages': { arrival: 'any', asset: 'any', page: 'any', host: 'any' },
  };

/** Answers that follow nothing, and why. */
export const EXEMPT: Readonly<Record<string, string>> = {
  '/api/gather/agency': 'somebody else’s catalogue',
  '/api/gather/catalogue': 'somebody else’s catalogue',
  '/api/gather/films': 'somebody else’s catalogue',
  '/api/gather/folders': 'somebody else’s folders',
  '/api/me': 'asked when a window opens; what somebody may do is looked at with every request',
  '/api/me/tables': 'theirs alone, and kept by the window that changes it',
  '/api/jobs': 'told by an event of its own, whole',
  '/api/pages/{id}/versions/{number}': 'what a page was does not change',
  '/api/sample-accounts': 'asked before anybody is signed in',
  '/api/tracks/{id}': 'read when it is opened to be written; whoever saves over it is told',
  '/healthz': 'for those who watch the server',
};

/** True where an answer that is kept under this key may be another one after these changes. */
export function isTouched(key: readonly unknown[], changed: Changed): boolean {
  const follows = REFRESHED[String(key[0])];
  if (!follows) return false;
  const id = (key[1] as { id?: unknown } | undefined)?.id;
  return Object.entries(changed).some(([kind, ids]) => {
    const how = follows[kind as ChangedKind];
    if (!how || !ids) return false;
    return how === 'any' || ids === 'all' || typeof id !== 'string' || ids.includes(id);
  });
}

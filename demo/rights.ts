/** A day from today on (ISO 8601), so that what is about to end stays about to end. */
export const inDays = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);

/** What lies on file of permissions in the sample site; approved where a reviewer has looked. */
export const PERMISSIONS = [
  {
    file: 'craters-south.jpg',
    approved: true,
    wish: {
      kind: 'asked',
      giver: 'Orla Tamsin',
      givenOn: '2026-03-14',
      until: inDays(120),
      commercial: false,
      changes: false,
      note: 'May be shown as it is on the park’s own pages. Asked on the phone, confirmed by letter.',
    },
    evidence: {
      name: 'letter-tamsin.txt',
      text: 'Dear Edda, you may show my picture of the southern craters on the pages of the park, uncut. Orla Tamsin',
    },
  },
  {
    file: 'workshop-bench.jpg',
    approved: false,
    wish: {
      kind: 'asked',
      giver: 'Odd Farrow',
      givenOn: '2026-11-02',
      until: '',
      commercial: false,
      changes: true,
      note: 'All pictures from the workshop.',
    },
    evidence: { name: 'note-farrow.txt', text: 'Take whatever is of use. O. F.' },
  },
] as const;

/** Terms that the sample site has added to the list. */
export const OWN_TERMS = {
  name: 'Hollow Valley Camera Club',
  short: 'courtesy of the Hollow Valley Camera Club',
  deed: '',
  permits: ['Reproduction', 'Distribution', 'DerivativeWorks'],
  requires: ['Attribution'],
  source: 'Agreement with the club, 8 January 2026',
  /** What is held under them. */
  files: ['old-cluster.jpg'],
};

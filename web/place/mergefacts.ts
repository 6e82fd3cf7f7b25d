import type { OwnFacts } from './desk/ownfacts.ts';

/** What belongs to a page itself and is said by one field each. */
export type Fact = 'title' | 'description' | 'keyPhrase' | 'lead' | 'listing' | 'shown';

const CALLED: Record<Fact, string> = {
  title: 'Title',
  description: 'Description',
  keyPhrase: 'Key phrase',
  lead: 'Lead picture',
  listing: 'Listing picture',
  shown: 'Schedule',
};
const FACTS = Object.keys(CALLED) as Fact[];

const factOf = ({ title, shown, facts }: OwnFacts, fact: Fact): unknown =>
  fact === 'title' ? title : fact === 'shown' ? shown : facts[fact];

const isSame = (one: unknown, other: unknown): boolean =>
  JSON.stringify(one ?? null) === JSON.stringify(other ?? null);

/** What both changed, each to something else; with what each says, in words. */
export function clashingFacts(
  was: OwnFacts,
  mine: OwnFacts,
  theirs: OwnFacts,
): { fact: Fact; called: string; mine: string; theirs: string }[] {
  return FACTS.flatMap((fact) => {
    const [before, own, other] = [was, mine, theirs].map((one) => factOf(one, fact));
    if (isSame(before, own) || isSame(before, other) || isSame(own, other)) return [];
    return [{ fact, called: CALLED[fact], mine: inWords(own), theirs: inWords(other) }];
  });
}

const inWords = (value: unknown): string =>
  typeof value === 'string' ? value || 'nothing' : value ? 'another one' : 'none';

/** What two made of a page's own facts: what one changed is as that one left it; where both did, as somebody chose, else mine. */
export function mergedFacts(
  was: OwnFacts,
  mine: OwnFacts,
  theirs: OwnFacts,
  choices: Readonly<Partial<Record<string, 'mine' | 'theirs' | 'both'>>> = {},
): OwnFacts {
  const clashing = new Set(clashingFacts(was, mine, theirs).map(({ fact }) => fact));
  const from = (fact: Fact): OwnFacts => {
    if (clashing.has(fact)) return choices[fact] === 'theirs' ? theirs : mine;
    return isSame(factOf(was, fact), factOf(mine, fact)) ? theirs : mine;
  };
  return {
    title: from('title').title,
    shown: from('shown').shown,
    facts: {
      description: from('description').facts.description,
      keyPhrase: from('keyPhrase').facts.keyPhrase,
      lead: from('lead').facts.lead,
      listing: from('listing').facts.listing,
    },
  };
}

import type { Person, Provider } from '@placard/core/contract';
import { readProviderList } from '@placard/core/embed';
import { markPages } from '../search/markpages.ts';
import type { Database } from '../db/database.ts';
import { host } from '../db/schema.ts';
import { unfit } from '../refusal.ts';
import { hostReviews } from '../pages/hostreviews.ts';

function read(list: string) {
  const found = readProviderList(list);
  if ('wrong' in found) throw unfit(found.wrong);
  return found;
}

/** What a list of oEmbed providers would allow. Throws unfit. */
export async function readProviders(
  database: Database,
  siteId: string,
  list: string,
): Promise<{ providers: Provider[]; left: string[] }> {
  const { providers, left } = read(list);
  const reviewOf = await hostReviews(database, siteId);
  return { providers: providers.map((one) => ({ ...one, review: standOf(one, reviewOf) })), left };
}

/** How we stand to a provider, by all hosts that it is known by. */
function standOf(
  { host: answers, frames }: { host: string; frames: readonly string[] },
  reviewOf: (host: string) => Provider['review'],
): Provider['review'] {
  const reviews = frames.map(reviewOf);
  if ([...reviews, reviewOf(answers)].includes('refused')) return 'refused';
  return reviews.length > 0 && reviews.every((review) => review === 'approved') ? 'approved' : 'unreviewed';
}

/** Takes over some of a list; a refused host stays refused. Answers how many. Throws unfit. */
export async function takeProviders(
  database: Database,
  siteId: string,
  person: Pick<Person, 'id'>,
  { list, hosts, approve }: { list: string; hosts: readonly string[]; approve: boolean },
): Promise<number> {
  const { providers } = read(list);
  const reviewOf = await hostReviews(database, siteId);
  const chosen = providers.filter((one) => hosts.includes(one.host) && standOf(one, reviewOf) !== 'refused');
  await database.transaction(async (transaction) => {
    for (const { name, endpoint, schemes, host: answers, frames } of chosen) {
      const provider = { name, endpoint, schemes };
      await transaction
        .insert(host)
        .values({ siteId, host: answers, review: 'unreviewed', provider })
        .onDuplicateKeyUpdate({ set: { provider } });
      if (!approve) continue;
      // What answers is only asked by us; what visitors load is what is framed.
      for (const at of frames.filter((one) => reviewOf(one) !== 'approved')) {
        const decided = {
          review: 'approved' as const,
          note: `${name}, out of a list of oEmbed providers`,
          decidedBy: person.id,
          decidedAt: new Date(),
        };
        await transaction
          .insert(host)
          .values({ siteId, host: at, ...decided })
          .onDuplicateKeyUpdate({ set: decided });
        await markPages(transaction, siteId, { host: at });
      }
    }
  });
  return chosen.length;
}

import * as v from 'valibot';
import { plainLine } from '../text/index.ts';
import { isHostName } from './host.ts';

/** A host that answers for addresses of its own what it has to embed (oEmbed 1.0, section 7.1). */
interface ListedProvider {
  name: string;
  /** The host that its frames are expected on: the one that answers. */
  host: string;
  endpoint: string;
  schemes: string[];
}

const ListSchema = v.array(
  v.looseObject({
    provider_name: v.string(),
    provider_url: v.optional(v.string()),
    endpoints: v.array(
      v.looseObject({
        url: v.string(),
        schemes: v.optional(v.array(v.string())),
        discovery: v.optional(v.boolean()),
      }),
    ),
  }),
);

const MOST = 5000;
const MOST_SCHEMES = 60;

/** Reads a list of providers as it is openly kept (JSON). `left` names what in it could not be taken, with why; `wrong` says why it is no list. */
export function readProviderList(
  text: string,
): { providers: ListedProvider[]; left: string[] } | { wrong: string } {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { wrong: 'This is not JSON. A list of oEmbed providers begins with a square bracket.' };
  }
  const list = v.safeParse(v.array(v.unknown()), json);
  if (!list.success) return { wrong: 'This is JSON, and no list of oEmbed providers.' };
  if (list.output.length > MOST) return { wrong: `This list has more than ${MOST} providers.` };
  const providers = new Map<string, ListedProvider>();
  const left: string[] = [];
  for (const [at, entry] of list.output.entries()) {
    const read = v.safeParse(ListSchema, [entry]);
    const [provider] = read.success ? read.output : [];
    if (!provider) {
      left.push(`Entry ${at + 1}: it has no name, or no place to ask.`);
      continue;
    }
    const name = plainLine(provider.provider_name, 80) || `Entry ${at + 1}`;
    for (const { url, schemes = [] } of provider.endpoints) {
      const address = url.trim().replaceAll('{format}', 'json');
      const usable = URL.canParse(address) ? new URL(address) : null;
      if (usable?.protocol !== 'https:' || !isHostName(usable.hostname)) {
        left.push(`${name}: it is asked at ${plainLine(url, 80)}, which is no address over https.`);
        continue;
      }
      if (schemes.length === 0) {
        left.push(
          `${name}: it does not say for which addresses it answers; pages of it that say so themselves work all the same.`,
        );
        continue;
      }
      const known = providers.get(usable.host);
      if (known) known.schemes.push(...schemes.slice(0, MOST_SCHEMES - known.schemes.length));
      else
        providers.set(usable.host, {
          name,
          host: usable.host,
          endpoint: address,
          schemes: schemes.map((scheme) => plainLine(scheme, 300)).slice(0, MOST_SCHEMES),
        });
    }
  }
  if (providers.size === 0 && left.length === 0) return { wrong: 'There is no provider in this list.' };
  return { providers: [...providers.values()], left };
}

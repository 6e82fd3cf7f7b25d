import * as v from 'valibot';
import { plainLine } from '../text/index.ts';
import { isHostName } from './host.ts';
import { HOST_PATTERN } from './hostpattern.ts';

/** A host that answers for addresses of its own what it has to embed (oEmbed 1.0, section 7.1). */
interface ListedProvider {
  name: string;
  /** The host that answers; its name in the list. */
  host: string;
  /** The hosts that what it gives is framed from, as far as the list tells: those of the addresses that it answers for. */
  frames: string[];
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
const MOST_FRAMES = 40;

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
      const frames = framedFrom(schemes, [usable.hostname, ...hostOf(provider.provider_url ?? '')]);
      if (known) {
        known.frames = [...new Set([...known.frames, ...frames])];
        known.schemes.push(...schemes.slice(0, MOST_SCHEMES - known.schemes.length));
      } else
        providers.set(usable.host, {
          name,
          host: usable.host,
          frames,
          endpoint: address,
          schemes: schemes.map((scheme) => plainLine(scheme, 300)).slice(0, MOST_SCHEMES),
        });
    }
  }
  if (providers.size === 0 && left.length === 0) return { wrong: 'There is no provider in this list.' };
  return { providers: [...providers.values()], left };
}

const hostOf = (address: string): string[] => (URL.canParse(address) ? [new URL(address).hostname] : []);

/**
 * The hosts of the addresses that a provider answers for, each as a name or a family. A family has to be of a host by
 * which the provider goes itself, so that no list speaks for half the web.
 */
function framedFrom(schemes: readonly string[], own: readonly string[]): string[] {
  const frames = schemes.flatMap((scheme) => {
    const name = /^(?:https?|\*):\/\/([^/?#\s]{1,250})/i.exec(scheme)?.[1]?.toLowerCase();
    if (name === undefined || !HOST_PATTERN.test(name)) return [];
    if (!name.startsWith('*.')) return [name];
    const [family, within] = [name.slice(2), name.slice(1)];
    const isOwn = own.some((host) => host === family || host.endsWith(within));
    return isOwn && family.includes('.') ? [name] : [];
  });
  return [...new Set(frames)].slice(0, MOST_FRAMES);
}

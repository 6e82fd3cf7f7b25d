import { readFile } from 'node:fs/promises';
import type { HostFile } from '@placard/core/embed/options';

/** Where each stand-in that gives out embeds is, from the first port of all. */
export const HOST_PORTS = { lanternreel: 1, corkrail: 2, sketchyard: 6, hillshade: 7, flockline: 8 } as const;
type Named = keyof typeof HOST_PORTS;

export const hostOf = (name: Named, standins: number): string => `127.0.0.1:${standins + HOST_PORTS[name]}`;

/** Hosts that a reviewer of the sample site has approved, and why. */
export const APPROVED: readonly [Named, string][] = [
  ['lanternreel', 'Lanternreel, the video host'],
  ['corkrail', 'Corkrail, the members’ board'],
  ['sketchyard', 'Sketchyard, where Tamsin keeps her drawings; reads nothing of visitors'],
];

/** What the stand-ins' addresses understand, as shipped, with their hosts where they answer in the demo. */
export async function hostFiles(standins: number): Promise<HostFile[]> {
  return Promise.all(
    (['lanternreel', 'sketchyard', 'corkrail'] as const).map(async (name) => {
      const text = await readFile(new URL(`./hosts/${name}.json`, import.meta.url), 'utf8');
      const at = hostOf(name, standins);
      const file = JSON.parse(text.replaceAll(`https://${name}.example`, `http://${at}`)) as HostFile;
      return { ...file, hosts: [at] };
    }),
  );
}

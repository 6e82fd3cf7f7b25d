import { eq } from 'drizzle-orm';
import type { Needs, UnpackAnswer } from '@placard/core/contract';
import { frameChoice, nearest, type Choice, type Frame, type Unpacked } from '@placard/core/embed';
import { asWeWant, fileFor, type HostFile } from '@placard/core/embed/options';
import type { HostReview } from '@placard/core/proof';
import type { Queryable } from '../db/database.ts';
import { host, hostFile, type Provider } from '../db/schema.ts';

/** What the site knows of hosts: how they were reviewed, what their frames need, what their addresses understand. */
export interface Wanted {
  hosts: { host: string; review: HostReview; note: string; needs: Needs | null }[];
  files: HostFile[];
  providers: Provider[];
  /** The site's own origin, which hosts may let frame them; null where it is not known. */
  site: string | null;
}

export async function readWanted(database: Queryable, siteId: string): Promise<Wanted> {
  const [hosts, files] = await Promise.all([
    database.select().from(host).where(eq(host.siteId, siteId)),
    database.select({ file: hostFile.file }).from(hostFile).where(eq(hostFile.siteId, siteId)),
  ]);
  return {
    hosts,
    files: files.map(({ file }) => file),
    providers: hosts.flatMap(({ provider }) => provider ?? []),
    site: null,
  };
}

/** The hosts that some choices ask, each with how it was reviewed. */
export function hostsAsked(choices: readonly Choice[], { hosts }: Wanted): UnpackAnswer['hosts'] {
  const names = new Set(choices.flatMap(({ origins }) => origins.map((origin) => new URL(origin).host)));
  return [...names].map((name) => {
    const said = nearest(hosts, name);
    return { host: name, review: said?.review ?? 'unreviewed', note: said?.note ?? '' };
  });
}

/** What came out of a code, with its frames as the site wants them of their hosts: their options set, and no power that they do not need. */
export function asWanted(unpacked: Unpacked, wanted: Wanted): Unpacked {
  const told: string[] = [];
  const choices = unpacked.choices.map((choice) => {
    if (choice.kind !== 'frame') return choice;
    const frame = frameAsWanted(choice.frame, wanted, told);
    return frame === choice.frame ? choice : frameChoice(frame, choice.why);
  });
  const [first] = choices;
  const says = [...new Set(told)];
  return {
    ...unpacked,
    choices,
    ...(first?.kind === 'frame'
      ? { html: first.html, frame: first.frame, origins: first.origins, csp: first.csp }
      : {}),
    findings:
      says.length === 0
        ? unpacked.findings
        : [
            ...unpacked.findings,
            {
              rule: 'set-as-wanted',
              severity: 'note',
              says: `Set as the site wants it of this host: ${says.join(', ')}.`,
              remedy: 'Each of them can be set otherwise here.',
            },
          ],
  };
}

function frameAsWanted(frame: Frame, { files, hosts }: Wanted, told: string[]): Frame {
  const file = fileFor(files, frame.src);
  const set = file ? asWeWant(file, frame.src) : { address: frame.src, set: [] };
  told.push(...set.set.map((name) => `“${name}”`));
  const needs = nearest(
    hosts.filter((one) => one.needs !== null),
    new URL(set.address).host,
  )?.needs;
  const sandbox = needs ? frame.sandbox.filter((token) => needs.sandbox.includes(token)) : frame.sandbox;
  const permissions = needs
    ? frame.permissions.filter((one) => needs.permissions.includes(one))
    : frame.permissions;
  const lessPower = sandbox.length < frame.sandbox.length || permissions.length < frame.permissions.length;
  if (lessPower) told.push('no more power than it was found to need');
  return set.address === frame.src && !lessPower
    ? frame
    : { ...frame, src: set.address, sandbox, permissions };
}

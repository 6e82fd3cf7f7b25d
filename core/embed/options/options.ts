import { nearest } from '../hostpattern.ts';
import type { HostFile, Option } from './hostfile.ts';
import { valuesOf } from './hostfile.ts';
import { fillPath, matchPath } from './pathpattern.ts';
import { readMoment, writeMoment } from './times.ts';

/** What an option is set to: a switch, one of the values of a choice, seconds, or a language; null for what is usual. */
export type Set = boolean | string | number | null;

/** The file that is about the host of an address, the nearest where several are; undefined where none is. */
export function fileFor<File extends Pick<HostFile, 'hosts'>>(
  files: readonly File[],
  address: string,
): File | undefined {
  if (!URL.canParse(address)) return undefined;
  const { host } = new URL(address);
  return nearest(
    files.flatMap((file) => file.hosts.map((name) => ({ host: name, file }))),
    host,
  )?.file;
}

/** Where a page of the host is embedded from, with its query; null where the file does not say. */
export function embedAddress(file: HostFile, page: string): string | null {
  const url = new URL(page);
  for (const { page: from, embed } of file.addresses) {
    const found = matchPath(from, url.pathname);
    const path = found && fillPath(embed, found);
    if (path === null) continue;
    url.pathname = path;
    return url.href;
  }
  return null;
}

/** What an option is set to in an address; null where it says nothing that the option knows. */
export function readOption(option: Option, address: string): Set {
  const url = new URL(address);
  const { paths, hosts } = option;
  if (paths || hosts) {
    const value = valuesOf(option).find((one) =>
      paths ? matchPath(own(paths, one) ?? '', url.pathname) !== null : own(hosts ?? {}, one) === url.host,
    );
    if (value === undefined) return null;
    return option.kind === 'switch' ? value === 'on' : value;
  }
  const said = parametersOf(option, url).get(placeOf(option));
  switch (option.kind) {
    case 'switch':
      if (said === null) return null;
      return said === option.on ? true : said === option.off ? false : null;
    case 'choice':
      return option.values.some(({ value }) => value === said) ? said : null;
    case 'time':
      return said === null ? null : readMoment(said);
    case 'language':
      return said;
  }
}

/** What the host does as the address stands: as it is told, or as it usually does. */
export function optionStands(option: Option, address: string): Set {
  const said = readOption(option, address);
  if (said !== null) return said;
  return option.kind === 'switch' || option.kind === 'choice' ? option.usual : null;
}

/** The address with an option set; what is usual need not be said. */
export function withOption(option: Option, address: string, set: Set): string {
  const url = new URL(address);
  const { paths, hosts } = option;
  if (paths || hosts) {
    const usual = option.kind === 'switch' || option.kind === 'choice' ? option.usual : '';
    const wanted = nameOf(set ?? usual);
    if (hosts) {
      const host = own(hosts, wanted);
      if (host !== undefined) url.host = host;
    } else if (paths) {
      const found = valuesOf(option)
        .map((one) => matchPath(own(paths, one) ?? '', url.pathname))
        .find((match) => match !== null);
      const path = found ? fillPath(own(paths, wanted) ?? '', found) : null;
      if (path !== null) url.pathname = path;
    }
    return url.href;
  }
  const parameters = parametersOf(option, url);
  const written = writtenAs(option, set);
  const place = placeOf(option);
  if (written === null) parameters.delete(place);
  else parameters.set(place, written);
  if (option.query === undefined) url.hash = String(parameters);
  else url.search = String(parameters);
  return url.href;
}

/** An address as we want it where nobody has chosen yet: what the file calls ours is set, unless the address says otherwise. */
export function asWeWant(file: HostFile, address: string): { address: string; set: string[] } {
  const set: string[] = [];
  let wanted = address;
  for (const option of file.options) {
    if (option.kind !== 'switch' && option.kind !== 'choice') continue;
    const { ours, usual } = option;
    if (ours === undefined || ours === usual || saysItself(option, wanted)) continue;
    const next = withOption(option, wanted, ours);
    if (next === wanted) continue;
    wanted = next;
    set.push(option.says);
  }
  return { address: wanted, set };
}

/** True where the address says something of an option, and is not merely silent. */
function saysItself(option: Option, address: string): boolean {
  if (option.paths || option.hosts) return false;
  return parametersOf(option, new URL(address)).has(placeOf(option));
}

/** What a file says for a value, and not what every object has of itself. */
const own = (said: Readonly<Record<string, string>>, value: string): string | undefined =>
  Object.hasOwn(said, value) ? said[value] : undefined;

const nameOf = (set: Set): string => (set === true ? 'on' : set === false ? 'off' : String(set));

const placeOf = ({ query, fragment }: Option): string => query ?? fragment ?? '';

const parametersOf = ({ query }: Option, url: URL): URLSearchParams =>
  new URLSearchParams(query === undefined ? url.hash.slice(1) : url.search);

/** What stands in the address for it; null for nothing. */
function writtenAs(option: Option, set: Set): string | null {
  if (set === null) return null;
  switch (option.kind) {
    case 'switch':
      // What is usual need not be said.
      return set === option.usual ? null : ((set ? option.on : option.off) ?? null);
    case 'choice':
      return set === option.usual ? null : String(set);
    case 'time':
      return typeof set === 'number' && set > 0 ? writeMoment(Math.round(set), option.written) : null;
    case 'language':
      return String(set) === '' ? null : String(set);
  }
}

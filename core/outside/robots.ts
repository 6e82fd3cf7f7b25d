/** The longest file that is read (RFC 9309, 2.5), in UTF-16 units. */
const LONGEST = 512_000;

interface Rule {
  path: string;
  allow: boolean;
}

/** Whether a robots.txt lets an agent fetch an address (RFC 9309): the longest rule counts, and an allowing one of two as long. */
export function mayFetch(robots: string, agent: string, address: string): boolean {
  const { pathname, search } = new URL(address);
  const path = pathname + search;
  if (path === '/robots.txt') return true;
  const fitting = rulesFor(robots.slice(0, LONGEST), agent.toLowerCase()).filter((rule) =>
    fits(rule.path, path),
  );
  const best = fitting.toSorted(
    (a, b) => b.path.length - a.path.length || Number(b.allow) - Number(a.allow),
  )[0];
  return best?.allow ?? true;
}

/** The rules of every group that names the agent; of those for everybody where none does. */
function rulesFor(text: string, agent: string): Rule[] {
  const own: Rule[] = [];
  const all: Rule[] = [];
  let named = false;
  let agents: string[] = [];
  let open = false;
  for (const line of text.split(/\r\n|\r|\n/)) {
    const bare = (line.split('#')[0] ?? '').trim();
    const colon = bare.indexOf(':');
    if (colon < 0) continue;
    const key = bare.slice(0, colon).trim().toLowerCase();
    const value = bare.slice(colon + 1).trim();
    if (key === 'user-agent') {
      if (open) agents = [];
      open = false;
      agents.push(value.toLowerCase());
      if (value.toLowerCase() === agent) named = true;
    } else if (key === 'allow' || key === 'disallow') {
      open = true;
      if (value === '') continue;
      const rule = { path: value, allow: key === 'allow' };
      if (agents.includes(agent)) own.push(rule);
      if (agents.includes('*')) all.push(rule);
    }
  }
  return named ? own : all;
}

/** True for a path that a rule means: a star is anything, a dollar at the end is the end. Reads each once, without going back further than the last star. */
function fits(rule: string, path: string): boolean {
  const whole = rule.endsWith('$');
  const pattern = whole ? rule.slice(0, -1) : `${rule}*`;
  let [at, from, star, mark] = [0, 0, -1, 0];
  while (from < path.length) {
    if (pattern[at] === '*') {
      star = at++;
      mark = from;
    } else if (at < pattern.length && pattern[at] === path[from]) {
      at++;
      from++;
    } else if (star >= 0) {
      at = star + 1;
      from = ++mark;
    } else return false;
  }
  while (pattern[at] === '*') at++;
  return at === pattern.length;
}

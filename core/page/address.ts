/** The path of a page from the root of its site: its sections, then its own name. */
export function pageAddress(
  page: { section: string; slug: string },
  sections: readonly { id: string; slug: string; parent: string | null }[],
): string {
  const path = [page.slug];
  const seen = new Set<string>();
  for (let at: string | null = page.section; at !== null && !seen.has(at);) {
    seen.add(at);
    const section = sections.find(({ id }) => id === at);
    if (!section) break;
    path.unshift(section.slug);
    at = section.parent;
  }
  return `/${path.join('/')}`;
}

import type { PageDocument } from './document.ts';
import { kindOf } from './kinds/index.ts';
import type { RenderContext } from './kinds/kind.ts';
import { walk } from './walk.ts';

/** What a page places of pictures, films and sounds, each once, as structured data (schema.org, JSON-LD); files are ones that it loads. */
export function linkedData(document: PageDocument, context: RenderContext): Record<string, unknown>[] {
  const said = new Map<string, Record<string, unknown> | null>();
  for (const { block, room, seen } of walk(document, context))
    for (const [name, data] of seen ? kindOf(block).data(block, { context, room }) : [])
      if (!said.has(name)) said.set(name, data);
  return [...said.values()].filter((data) => data !== null);
}

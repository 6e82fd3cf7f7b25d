import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { kind, type Kind } from './kind.ts';

/** A rule across the column, where the matter changes (HTML: hr). */
export interface Rule {
  type: 'rule';
}

export const rule: Kind<Rule> = kind<Rule>({
  type: 'rule',
  group: 'words',
  schema: () => v.object({ type: v.literal('rule') }),
  reads: { hr: () => [{ type: 'rule' }] },
  markup: () => [element('hr', {})],
});

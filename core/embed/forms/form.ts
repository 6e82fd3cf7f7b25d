import type { Finding } from '../../proof/finding.ts';
import type { Choice } from '../choice.ts';
import type { Dropped } from '../dropped.ts';
import type { Survey } from '../survey.ts';

/** What a form made of a code. */
export interface Made {
  /** What can be made of it, best first; nothing where all of it was refused. */
  choices: Choice[];
  /** What the first of them does not keep. */
  dropped: Dropped[];
  findings: Finding[];
}

/** One form in which hosts give code out. */
export interface Form {
  /** Its name in answers. */
  id: string;
  /** What can be made of a code of this form; null for a code of another. */
  make: (found: Survey) => Made | null;
}

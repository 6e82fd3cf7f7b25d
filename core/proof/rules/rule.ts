import type { Embedded } from '../../embed/embedded.ts';
import type { SitePolicy } from '../../licence/policy.ts';
import type { Terms } from '../../licence/terms.ts';
import type { HeldAsset, Use } from '../../page/held.ts';
import type { PageContext } from '../../page/kinds/kind.ts';
import type { Shown } from '../../page/availablewidth.ts';
import type { OutsideKind, OutsideSeen } from '../../outside/seen.ts';
import type { Schedule } from '../../page/schedule.ts';
import type { Step } from '../../page/walk.ts';
import type { Finding } from '../finding.ts';

/** What an organisation has decided about a host of embeds. */
export type HostReview = 'approved' | 'unreviewed' | 'refused';

/** What a page is checked against. */
export interface CheckContext extends PageContext {
  /** How a host was reviewed, by its name with port, as in a URL. */
  reviewOf: (host: string) => HostReview;
  /** Bytes above which one loaded file is called heavy. */
  heavyBytes: number;
  /** What the site is for, and whose terms a reviewer has to approve. */
  policy: SitePolicy;
  /** Today, as ISO 8601: 2026-11-25. */
  today: string;
  /** How an address outside was when it was last looked at; absent where nobody looks, nothing where all is well with it. */
  outside?: (address: string, kind: OutsideKind) => OutsideSeen | undefined;
  /** When the page itself is shown; absent for always. */
  shown?: Schedule | null;
}

/** A place where an asset is shown, as rules look at it. */
export interface HeldPlace {
  use: Use;
  shown: Shown;
  /** The block that shows it, and where that stands. */
  step: Step;
  asset: HeldAsset;
  terms: Terms;
  /** What it is called in a sentence. */
  name: string;
}

/** Whatever is used of an asset, files that links lead to as well. */
export const ANY_USE: readonly Use['as'][] = ['picture', 'film', 'file'];

/** What a rule says where it finds something; the rule's name and the place are added to it. */
export type Says = Pick<Finding, 'severity' | 'says' | 'remedy' | 'remedies'>;

/** A rule about what is shown of an asset. */
export interface HeldRule {
  id: string;
  /** What it looks at; pictures and what plays where nothing is said. */
  of?: readonly Use['as'][];
  /** Days after which it says something else of the same place, as ISO 8601, in any order and perhaps gone by. */
  turns?: (place: HeldPlace) => string[];
  look: (place: HeldPlace, context: CheckContext) => Says | false;
}

/** A rule about a place whose asset is not held any more. */
export interface GoneRule {
  id: string;
  lookWhereGone: (step: Step) => Says | false;
}

/** A rule about what a page opens of somebody else's. */
export interface EmbeddedRule {
  id: string;
  lookAtEmbedded: (embedded: Embedded, context: CheckContext, step: Step) => Says | false;
}

/** A rule about one block. */
export interface BlockRule {
  id: string;
  /** Days after which it says something else of the same block, as ISO 8601, in any order and perhaps gone by. */
  turns?: (step: Step) => string[];
  lookAtBlock: (step: Step, context: CheckContext) => Says | false;
}

/** A rule about how the blocks of a page follow each other. */
export interface PageRule {
  id: string;
  /** Days after which it says something else of the same page, as ISO 8601. */
  turns?: (context: CheckContext) => string[];
  lookAtPage: (steps: readonly Step[], context: CheckContext) => (Says & Pick<Finding, 'where'>)[];
}

export type Rule = HeldRule | GoneRule | EmbeddedRule | BlockRule | PageRule;

/** What a block is called in findings: by its id, or by its place. */
export const nameOf = ({ block, path }: Step): string =>
  'attrs' in block && block.attrs && 'id' in block.attrs ? block.attrs.id : `block-${path.join('-')}`;

import { altMissing } from './altmissing.ts';
import { altReadsBadly } from './altreadsbadly.ts';
import { altTwice } from './alttwice.ts';
import { anchorBroken } from './anchorbroken.ts';
import { captionsMissing } from './captionsmissing.ts';
import { fileBroken } from './filebroken.ts';
import { frameTooMuchPower } from './frametoomuchpower.ts';
import { frameUntitled } from './frameuntitled.ts';
import { headingEmpty } from './headingempty.ts';
import { headingsOutOfOrder } from './headingsoutoforder.ts';
import { idTwice } from './idtwice.ts';
import { linkNameless } from './linknameless.ts';
import { linkSaysNothing } from './linksaysnothing.ts';
import { pageUnnamed } from './pageunnamed.ts';
import { plainHttp } from './plainhttp.ts';
import { playsByItself } from './playsbyitself.ts';
import { runsScript } from './runsscript.ts';
import { sizeMissing } from './sizemissing.ts';
import { tableWithoutHeads } from './tablewithoutheads.ts';
import type { HtmlRule } from './rule.ts';

/** All rules about any HTML, one file each. */
export const HTML_RULES: readonly HtmlRule[] = [
  altMissing,
  altReadsBadly,
  altTwice,
  linkNameless,
  linkSaysNothing,
  headingsOutOfOrder,
  headingEmpty,
  tableWithoutHeads,
  frameUntitled,
  frameTooMuchPower,
  runsScript,
  plainHttp,
  sizeMissing,
  anchorBroken,
  fileBroken,
  captionsMissing,
  playsByItself,
  idTwice,
  pageUnnamed,
];

import { altMissing } from './altmissing.ts';
import { assetBinned } from './assetbinned.ts';
import { assetGone } from './assetgone.ts';
import { boxCut } from './boxcut.ts';
import { boxUnmeasured } from './boxunmeasured.ts';
import { captionsAfterEnd } from './captionsafterend.ts';
import { captionsMissing } from './captionsmissing.ts';
import { compLeft } from './compleft.ts';
import { copyGone } from './copygone.ts';
import { creditMissing } from './creditmissing.ts';
import { documentActive } from './documentactive.ts';
import { headingsOutOfOrder } from './headingsoutoforder.ts';
import { heavy } from './heavy.ts';
import { hostNotApproved } from './hostnotapproved.ts';
import { leadsWordless } from './leadswordless.ts';
import { licenceUnknown } from './licenceunknown.ts';
import { linkBroken } from './linkbroken.ts';
import { linkHidden } from './linkhidden.ts';
import { linkNameless } from './linknameless.ts';
import { mayNotPlay } from './maynotplay.ts';
import { movesUnstopped } from './movesunstopped.ts';
import { noteUntitled } from './noteuntitled.ts';
import { noticeAgainst } from './noticeagainst.ts';
import { notPrepared } from './notprepared.ts';
import { notReadable } from './notreadable.ts';
import { outsideBroken } from './outsidebroken.ts';
import { pageShownLater, shownLater } from './shownlater.ts';
import { soft } from './soft.ts';
import { stillArriving } from './stillarriving.ts';
import { tableWithoutHeads } from './tablewithoutheads.ts';
import { termsAgainst } from './termsagainst.ts';
import { termsEndSoon } from './termsendsoon.ts';
import { termsNotApproved } from './termsnotapproved.ts';
import { wordsOnPicture } from './wordsonpicture.ts';
import type { Rule } from './rule.ts';

/** Every rule, in the order in which a place is told of them. */
export const RULES: readonly Rule[] = [
  assetGone,
  assetBinned,
  linkNameless,
  altMissing,
  licenceUnknown,
  noticeAgainst,
  creditMissing,
  compLeft,
  termsAgainst,
  termsEndSoon,
  termsNotApproved,
  notPrepared,
  soft,
  heavy,
  mayNotPlay,
  documentActive,
  captionsMissing,
  captionsAfterEnd,
  movesUnstopped,
  hostNotApproved,
  boxUnmeasured,
  boxCut,
  stillArriving,
  notReadable,
  leadsWordless,
  copyGone,
  noteUntitled,
  wordsOnPicture,
  shownLater,
  linkBroken,
  linkHidden,
  outsideBroken,
  headingsOutOfOrder,
  tableWithoutHeads,
  pageShownLater,
];

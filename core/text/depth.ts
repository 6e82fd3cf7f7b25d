/** How deep arrays and objects lie in each other in some JSON (RFC 8259), read in one go, whether it is JSON or not. */
export function jsonDepth(json: string): number {
  let [depth, deepest, inText] = [0, 0, false];
  for (let at = 0; at < json.length; at++) {
    const sign = json.charCodeAt(at);
    if (sign === 0x22) inText = !inText;
    else if (inText) {
      if (sign === 0x5c) at++;
    } else if (sign === 0x5b || sign === 0x7b) deepest = Math.max(deepest, ++depth);
    else if (sign === 0x5d || sign === 0x7d) depth--;
  }
  return deepest;
}

/** Far deeper than anything that people write or programs send here; what reads a page goes down as deep as that lies. */
export const DEEPEST_JSON = 200;

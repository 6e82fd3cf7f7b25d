/** Embed codes have a few elements; whole articles with one in them a few thousand. */
export const BUDGET = { elements: 10_000, depth: 400 };

/** Whether something may be used as it is: freely, on conditions, not at all, or nobody knows. */
export const VERDICTS = ['yes', 'if', 'no', 'unknown'] as const;
export type Verdict = (typeof VERDICTS)[number];

const said = Number(process.env['PLACARD_PACE']);

/** How much of its waits this process waits: all, or the part that PLACARD_PACE names where tests would only wait. */
export const PACE = said > 0 ? said : 1;

/** The time to wait until something is done by itself, and the least it may be, in milliseconds. Limits are not waits. */
export const paced = (ms: number, least = 0): number => Math.max(ms * PACE, Math.min(ms, least));

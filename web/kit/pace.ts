/** How much of its waits this window waits: all, or the part that the server names where tests would only wait. */
const said = Number(globalThis.document?.querySelector<HTMLMetaElement>('meta[name="pace"]')?.content);
const PACE = said > 0 ? said : 1;

/** The time to wait until something is done by itself, in milliseconds. Limits, and what is for eyes, are not waits. */
export const paced = (ms: number): number => ms * PACE;

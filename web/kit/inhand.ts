import { useEffect, useState } from 'react';
import * as v from 'valibot';
import { mine } from './drafts.ts';

/**
 * What somebody has in hand on a screen and is not done with; null for nothing, and for what this window does not
 * understand. It stays in this window alone, while they go elsewhere and when it is opened anew.
 */
export function inHand<S extends v.GenericSchema>(name: string, schema: S): v.InferOutput<S> | null {
  try {
    const held = v.safeParse(schema, JSON.parse(sessionStorage.getItem(mine(name)) ?? 'null'));
    return held.success ? held.output : null;
  } catch {
    return null;
  }
}

/** Has something in hand for another screen. */
export const takeInHand = (name: string, what: unknown): void => put(name, JSON.stringify(what));

/** Lets go of what is done with. */
export const forgetUnfinished = (name: string): void => put(name, null);

/** A browser that holds nothing is no reason not to work: what is written stays on the screen. */
function put(name: string, json: string | null): void {
  try {
    if (json === null) sessionStorage.removeItem(mine(name));
    else sessionStorage.setItem(mine(name), json);
  } catch {}
}

/** Has something in hand for as long as it is not done with. */
export function useHavingInHand(name: string, what: unknown, undone: boolean): void {
  const held = undone ? JSON.stringify(what) : null;
  useEffect(() => put(name, held), [name, held]);
}

/** State that stays in hand: what it was when somebody left, or what it is at first. */
export function useInHand<S extends v.GenericSchema>(
  name: string,
  schema: S,
  first: v.InferOutput<S>,
): [v.InferOutput<S>, (next: v.InferOutput<S>) => void] {
  const [now, set] = useState(() => inHand(name, schema) ?? first);
  useHavingInHand(name, now, JSON.stringify(now) !== JSON.stringify(first));
  return [now, set];
}

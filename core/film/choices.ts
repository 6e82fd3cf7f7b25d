import * as v from 'valibot';
import { momentInWords } from './moments.ts';

/** What is chosen of a film or sound for its version: the rest of it stays as it came. */
export const FilmChoicesSchema = v.object({
  /** The moment of which it has its still, in seconds; null for one near its beginning. */
  still: v.nullable(v.pipe(v.number(), v.minValue(0), v.maxValue(360_000))),
  /** How loud it is made, in LUFS (EBU R 128); null for as it came. */
  loudness: v.nullable(v.pipe(v.number(), v.minValue(-40), v.maxValue(-10))),
});
export type FilmChoices = v.InferOutput<typeof FilmChoicesSchema>;

export const NO_CHOICES: FilmChoices = { still: null, loudness: null };

/** How loud sounds are made, in LUFS, and where that is said. */
export const LOUDNESSES = [
  [-23, 'broadcast (EBU R 128)'],
  [-18, 'online, talk (AES TD1008)'],
  [-16, 'online, music (AES TD1008)'],
] as const;

/** The highest true peak that is left room for, in dBTP (EBU R 128). */
const CEILING = -1;

/**
 * By how many decibels a sound is made louder or softer to be as loud as wanted, and whether its peaks must be held
 * down for it.
 */
export function gainFor(
  { integrated, peak }: { integrated: number; peak: number },
  wanted: number,
): { decibels: number; held: boolean } {
  const decibels = Math.round((wanted - integrated) * 10) / 10;
  return { decibels, held: peak + decibels > CEILING };
}

/** What was chosen, in words, one for each. */
export function choicesInWords({ still, loudness }: FilmChoices): string[] {
  return [
    ...(still === null ? [] : [`still at ${momentInWords(still)}`]),
    ...(loudness === null ? [] : [`at ${loudness} LUFS`]),
  ];
}

import type { QueryClient } from '@tanstack/react-query';
import { askAddress, type FramingAnswer, type UnpackAnswer } from '@placard/core/contract';
import type { Choice } from '@placard/core/embed';
import { call } from '../kit/api.ts';
import { framingQuery } from './useframing.ts';

/** How many frames of one code are asked about. */
const MOST_ASKED = 4;

/** The address that was given, where nothing is known of it before its host is asked; null for all else. */
export function addressToAsk({ unpacked }: UnpackAnswer): string | null {
  const [choice] = unpacked.choices;
  return unpacked.form === 'address' && choice?.kind === 'card' ? choice.card.address : null;
}

/**
 * What comes of a code once its hosts were asked: what an address has to embed, and whether frames let themselves be
 * framed. Throws a Refusal where an address may not be asked.
 */
export async function askHosts(client: QueryClient, answer: UnpackAnswer): Promise<UnpackAnswer> {
  const address = addressToAsk(answer);
  if (address !== null) {
    const asked = await call(askAddress, { body: { address } });
    // One of several was asked about.
    return { ...asked, unpacked: { ...asked.unpacked, parts: answer.unpacked.parts } };
  }
  const frames = answer.unpacked.choices.flatMap((choice) => (choice.kind === 'frame' ? [choice.frame] : []));
  const asked = await Promise.all(
    frames.slice(0, MOST_ASKED).map(async (frame) => {
      // Whoever may not ask is told nothing, and loses nothing.
      const framing = await client.fetchQuery(framingQuery(frame)).catch(() => null);
      return [frame.src, framing] as const;
    }),
  );
  return refusedLast(answer, new Map(asked));
}

/**
 * What a host answered that it lets nobody frame comes last, and why is said. It can be chosen all the same: it may be so
 * only from here. A host that is silent refuses nothing.
 */
export function refusedLast(
  answer: UnpackAnswer,
  framings: ReadonlyMap<string, FramingAnswer | null>,
): UnpackAnswer {
  const refusing = (choice: Choice): FramingAnswer | null => {
    const framing = choice.kind === 'frame' ? framings.get(choice.frame.src) : null;
    return framing?.answered && !framing.may ? framing : null;
  };
  const { unpacked } = answer;
  const says = [...new Set(unpacked.choices.flatMap((choice) => refusing(choice)?.says ?? []))];
  if (says.length === 0) return answer;
  const choices = [
    ...unpacked.choices.filter((choice) => !refusing(choice)),
    ...unpacked.choices.filter(refusing),
  ];
  return {
    ...answer,
    unpacked: {
      ...unpacked,
      choices,
      // What is said of the frame is not of the card that goes before it now.
      findings:
        choices[0]?.kind === 'frame'
          ? unpacked.findings
          : unpacked.findings.filter(({ severity }) => severity === 'stop'),
    },
    asked: { says, preview: null, creator: '', photo: null },
  };
}

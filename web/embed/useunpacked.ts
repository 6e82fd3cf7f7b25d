import { useEffect, useState } from 'react';
import { askAddress, askFrames, unpackEmbed, type UnpackAnswer } from '@placard/core/contract';
import { call, type Refusal } from '../kit/api.ts';
import { paced } from '../kit/pace.ts';

/** How long somebody may stop while they write, in milliseconds. */
const STILL = paced(250);

/**
 * What comes of a code or an address as it is written: an address is told to its host, which takes a moment longer.
 * Until it is `known`, what is answered, if anything, is of what stood there before.
 */
export function useUnpacked(code: string) {
  const [answered, setAnswered] = useState<{ code: string; answer: UnpackAnswer } | null>(null);
  const [error, setError] = useState<Refusal | null>(null);
  const [asking, setAsking] = useState(false);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    const given = code.trim();
    let over = false;
    const work = async () => {
      const unpacked = await call(unpackEmbed, { body: { code } });
      if (over) return;
      setAnswered({ code, answer: unpacked });
      const [choice] = unpacked.unpacked.choices;
      if (choice?.kind === 'frame') {
        // What can be made of it is known; whether its host lets it be framed is heard of when it answers.
        const asked = await call(askFrames, { body: { code } }).catch(() => null);
        if (asked && !over) setAnswered({ code, answer: asked });
        return;
      }
      if (unpacked.unpacked.form !== 'address' || choice?.kind !== 'card') return;
      setAsking(true);
      const asked = await call(askAddress, { body: { address: choice.card.address } });
      if (!over) setAnswered({ code, answer: asked });
    };
    if (given === '') {
      setAnswered(null);
      setError(null);
      return undefined;
    }
    const timer = setTimeout(() => {
      setError(null);
      work()
        .catch((wrong: unknown) => {
          if (over) return;
          setError(wrong as Refusal);
          // What is known of this very code stays, if only its host was not to be asked.
          setAnswered((before) => (before?.code === code ? before : null));
        })
        .finally(() => !over && setAsking(false));
    }, STILL);
    return () => {
      over = true;
      clearTimeout(timer);
      setAsking(false);
    };
  }, [code, tries]);
  const again = () => setTries(tries + 1);
  return { answer: answered?.answer ?? null, known: answered?.code === code, error, asking, again };
}

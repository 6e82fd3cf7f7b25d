import { useEffect, useState } from 'react';
import { askAddress, unpackEmbed, type UnpackAnswer } from '@placard/core/contract';
import { call, type Refusal } from '../kit/api.ts';

/** How long somebody may stop while they write, in milliseconds. */
const STILL = 250;

/** What comes of a code or an address as it is written: an address is told to its host, which takes a moment longer. */
export function useUnpacked(code: string) {
  const [answer, setAnswer] = useState<UnpackAnswer | null>(null);
  const [error, setError] = useState<Refusal | null>(null);
  const [asking, setAsking] = useState(false);
  useEffect(() => {
    const given = code.trim();
    let over = false;
    const work = async () => {
      const unpacked = await call(unpackEmbed, { body: { code } });
      if (over) return;
      setAnswer(unpacked);
      const [choice] = unpacked.unpacked.choices;
      if (unpacked.unpacked.form !== 'address' || choice?.kind !== 'card') return;
      setAsking(true);
      const asked = await call(askAddress, { body: { address: choice.card.address } });
      if (!over) setAnswer(asked);
    };
    if (given === '') {
      setAnswer(null);
      setError(null);
      return undefined;
    }
    const timer = setTimeout(() => {
      setError(null);
      work()
        .catch((wrong: unknown) => !over && setError(wrong as Refusal))
        .finally(() => !over && setAsking(false));
    }, STILL);
    return () => {
      over = true;
      clearTimeout(timer);
      setAsking(false);
    };
  }, [code]);
  return { answer, error, asking };
}

import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { unpackEmbed, type UnpackAnswer } from '@placard/core/contract';
import { call, type Refusal } from '../kit/api.ts';
import { paced } from '../kit/pace.ts';
import { addressToAsk, askHosts } from './askhosts.ts';

/** How long somebody may stop while they write, in milliseconds. */
const STILL = paced(250);

/**
 * What comes of a code or an address as it is written: its hosts are asked, which takes a moment longer. Until it is `known`, what is answered, if anything, is of what stood there before.
 */
export function useUnpacked(code: string) {
  const client = useQueryClient();
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
      // What can be made of a frame is known; whether its host lets it be framed is heard of when it answers.
      setAsking(addressToAsk(unpacked) !== null);
      const asked = await askHosts(client, unpacked);
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
  }, [client, code, tries]);
  const again = () => setTries(tries + 1);
  return { answer: answered?.answer ?? null, known: answered?.code === code, error, asking, again };
}

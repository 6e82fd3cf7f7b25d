import pWaitFor from 'p-wait-for';
import { acceptArrivals, discardArrival, listArrivals } from '@placard/core/contract';
import { call } from './api.ts';
import { paced } from './pace.ts';

const PAUSE = paced(400);

/**
 * Waits until an arrival is read, and accepts it, perhaps as the new file of an asset that is held. Throws an Error with a
 * sentence.
 */
export async function acceptWhenRead(id: string, section: string, instead?: string): Promise<string> {
  return pWaitFor(
    async () => {
      const arrival = (await call(listArrivals)).find((arrival) => arrival.id === id);
      if (!arrival) throw new Error('It was discarded in the arrivals meanwhile.');
      if (arrival.state === 'refused') {
        await call(discardArrival, { params: { id } });
        throw new Error(arrival.says ?? 'It could not be read.');
      }
      if (arrival.state !== 'ready') return false;
      const { accepted, left } = await call(acceptArrivals, {
        body: {
          arrivals: [{ id, title: arrival.proposedTitle, section, ...(instead ? { instead } : {}) }],
        },
      });
      if (!accepted[0]) throw new Error(left[0]?.says ?? 'It could not be accepted.');
      return pWaitFor.resolveWith(accepted[0].asset);
    },
    { interval: PAUSE },
  );
}

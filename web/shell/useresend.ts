import { useEffect } from 'react';
import { labelAsset, readAsset } from '@placard/core/contract';
import { call, Refusal } from '../kit/api.ts';
import { ifNotHeld } from '../kit/hold.ts';
import { forgetDraft, keptDrafts } from '../kit/drafts.ts';
import { isAt } from '../kit/leadon.tsx';
import { isUntouched, type KeptLabel } from '../placard/uselabel.ts';
import type { KeptDraft } from '../place/desk/usepage.ts';

/**
 * Sends what an earlier window wrote and could not save, once the server is there again: what nobody changed since.
 * The rest waits until its page or its label is opened, and is offered there.
 */
export function useResend(): void {
  useEffect(() => {
    const send = () => void Promise.all([sendPages(), sendLabels()]).catch(() => undefined);
    send();
    addEventListener('online', send);
    return () => removeEventListener('online', send);
  }, []);
}

const sendPages = () =>
  sendKept<KeptDraft>('page', async (id, draft) => {
    // What pages are made of is fetched for it; a window remembers what could not be fetched, and never asks again.
    const answers = await fetch('/healthz').catch(() => undefined);
    if (!answers?.ok) return false;
    const { resendPage } = await import('../place/desk/resendpage.ts');
    return resendPage(id, draft);
  });

const sendLabels = () =>
  sendKept<KeptLabel>('label', async (id, what) => {
    const { placard, placardVersion: version } = await call(readAsset, { params: { id } });
    if (!isUntouched(what, placard)) return false;
    await call(labelAsset, { params: { id }, body: { version, changes: what.changes } });
    return true;
  });

/** Sends what was kept of a kind, and forgets what was taken. What is being opened here goes on from there. */
async function sendKept<T>(kind: 'page' | 'label', send: (id: string, what: T) => Promise<boolean>) {
  for (const { key, id, what } of await keptDrafts<T>(kind)) {
    if (kind === 'page' ? isAt(`/place/${id}`) : location.pathname.includes(id)) continue;
    await ifNotHeld(id, async () => {
      try {
        if (await send(id, what)) await forgetDraft(key);
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
      }
    });
  }
}

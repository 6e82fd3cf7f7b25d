import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';

/** Up to here a file is read whole and the browser's own digest computes it, which is far faster. */
const WHOLE = 64_000_000;

self.addEventListener('message', (event: MessageEvent<{ id: number; file: File }>) => {
  const { id, file } = event.data;
  hash(file).then(
    (hex) => self.postMessage({ id, hex }),
    () => self.postMessage({ id, hex: null }),
  );
});

async function hash(file: File): Promise<string> {
  // Browsers offer their own digest only on pages that came safely.
  if (file.size <= WHOLE && isSecureContext)
    return bytesToHex(new Uint8Array(await crypto.subtle.digest('SHA-256', await file.arrayBuffer())));
  const running = sha256.create();
  const reader = file.stream().getReader();
  for (let part = await reader.read(); !part.done; part = await reader.read()) running.update(part.value);
  return bytesToHex(running.digest());
}

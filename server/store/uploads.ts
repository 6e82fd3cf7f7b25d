import { access, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';

/** How many bytes of what is on its way have come. */
export async function receivedBytes(uploads: string, id: string): Promise<number> {
  return stat(join(uploads, id)).then(
    ({ size }) => size,
    () => 0,
  );
}

/** Removes what an upload left in the folder of uploads under way. */
export async function removeUpload(uploads: string, id: string): Promise<void> {
  await Promise.all([
    rm(join(uploads, id), { force: true }),
    rm(join(uploads, `${id}.json`), { force: true }),
  ]);
}

/** True when the upload's bytes lie in the folder of uploads. */
export async function uploadExists(uploads: string, id: string): Promise<boolean> {
  return access(join(uploads, id)).then(
    () => true,
    () => false,
  );
}

import { cleanDrawing, UnreadableDrawing, type CleanDrawing } from '@placard/core/drawing';
import { readFile } from 'node:fs/promises';
import { optimize } from 'svgo';

export interface Task {
  /** A path, or the drawing itself. */
  from: string | Uint8Array;
  size?: { width: number; height: number };
  metadata?: string;
  /** Written with as few bytes as it needs. */
  small?: boolean;
}

/** The drawing, or why it is refused: errors of ours would not be known as such behind the thread. */
export default async ({ from, small, ...wishes }: Task): Promise<CleanDrawing | { refused: string }> => {
  try {
    const source = typeof from === 'string' ? await readFile(from, 'utf8') : Buffer.from(from).toString();
    if (!small) return cleanDrawing(source, wishes);
    const { svg } = cleanDrawing(source);
    // What the minifier wrote is as foreign as what came.
    return cleanDrawing(minified(svg), wishes);
  } catch (error) {
    if (error instanceof UnreadableDrawing) return { refused: error.message };
    throw error;
  }
};

function minified(svg: string): string {
  try {
    return optimize(svg, { multipass: true }).data;
  } catch {
    return svg;
  }
}

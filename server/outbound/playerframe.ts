import { unpack, type Frame } from '@placard/core/embed';
import { escapeHtml } from '@placard/core/text';
import type { HostedFilm } from './videohost.ts';

/** The frame of a host's player, with the least power it needs; null where its address may not be framed. */
export function playerFrame(
  { player, title, width, height }: Pick<HostedFilm, 'player' | 'title' | 'width' | 'height'>,
  trustedFrames: readonly string[],
): Frame | null {
  const code = `<iframe src="${escapeHtml(player)}" title="${escapeHtml(title)}" width="${width || 640}" height="${height || 360}" allowfullscreen></iframe>`;
  return unpack(code, trustedFrames).frame;
}

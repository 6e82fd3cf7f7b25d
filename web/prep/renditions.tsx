import type { VersionLine } from '@placard/core/contract';
import type { Quality } from '@placard/core/prep';
import { Bar } from '../kit/bar.tsx';
import { inBytes, inPixels } from '../kit/words.ts';

type Rendition = Omit<VersionLine['renditions'][number], 'screen' | 'quality' | 'likeness'> &
  Partial<Pick<VersionLine['renditions'][number], 'screen' | 'quality' | 'likeness'>>;

/** What a page will load, file by file, as bars to scale with the original. */
export function Renditions({
  title,
  original,
  renditions,
  wish = { way: 'usual' },
  says,
}: {
  title: string;
  original: { width: number; height: number; bytes: number; extension: string };
  renditions: readonly Rendition[];
  /** What was asked of the files; what could not be met is marked. */
  wish?: Quality;
  says: string;
}) {
  const measured = renditions.some(({ likeness }) => likeness != null);
  return (
    <section aria-label={title} className="border border-rule bg-card p-4">
      <h2 className="mb-2">{title}</h2>
      {renditions.length === 0 ? (
        <p className="text-soft">No renditions are made of it yet.</p>
      ) : (
        <table className="w-full text-[13px]">
          <thead>
            <tr className="caption border-b border-rule text-left">
              <th className="py-1 font-normal">Width</th>
              <th className="font-normal">Format</th>
              <th className="w-[38%] font-normal">
                <span className="sr-only">Bytes to scale</span>
              </th>
              <th className="text-right font-normal">Bytes</th>
              <th className="text-right font-normal max-sm:hidden">Saved</th>
              <th className="text-right font-normal max-sm:hidden">{measured ? 'Likeness' : 'Quality'}</th>
            </tr>
          </thead>
          <tbody className="font-mono">
            <tr className="border-b border-rule">
              <td className="py-1">{inPixels(original.width, original.height)}</td>
              <td>{original.extension.toUpperCase()}, original</td>
              <td className="px-3">
                <Bar part={1} whole={1} tone="hatched" />
              </td>
              <td className="text-right">{inBytes(original.bytes)}</td>
              <td className="max-sm:hidden">{null}</td>
              <td className="max-sm:hidden">{null}</td>
            </tr>
            {renditions.map(({ screen = 'wide', width, height, mime, bytes, quality, likeness }) => {
              const missed =
                (wish.way === 'under' && bytes > wish.bytes) ||
                (wish.way === 'same' && likeness != null && likeness < wish.likeness);
              return (
                <tr key={`${screen} ${width} ${mime}`} className="border-b border-rule last:border-0">
                  <td className="py-1">{inPixels(width, height)}</td>
                  <td>
                    {mime.replace('image/', '').toUpperCase()}
                    {screen === 'narrow' && <span className="text-soft">, narrow</span>}
                  </td>
                  <td className="px-3">
                    <Bar part={bytes} whole={original.bytes} />
                  </td>
                  <td className={`text-right ${missed ? 'text-madder' : ''}`}>
                    {inBytes(bytes)}
                    {missed && <span className="sr-only">, more than was wished</span>}
                  </td>
                  <td className="text-right text-spruce max-sm:hidden">
                    {bytes < original.bytes ? `${Math.floor(100 - (100 * bytes) / original.bytes)} %` : ''}
                  </td>
                  <td className={`text-right max-sm:hidden ${missed ? 'text-madder' : 'text-soft'}`}>
                    {likeness == null ? (quality ?? '') : likeness.toFixed(3)}
                    {missed ? ' !' : ''}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <p className="caption mt-2">{says}</p>
    </section>
  );
}

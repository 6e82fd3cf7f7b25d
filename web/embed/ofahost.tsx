import type { Block } from '@placard/core/page';
import { FilmChoice } from './filmchoice.tsx';

/** A film found on the host instead of code that is pasted. */
export function OfAHost({
  section,
  onPlace,
  onPaste,
  onClose,
}: {
  section: string;
  onPlace: (blocks: readonly Block[]) => void;
  onPaste: () => void;
  onClose: () => void;
}) {
  return (
    <section aria-label="A film on the host" className="h-full overflow-y-auto px-5 py-4">
      <div className="mb-3 flex items-center gap-3">
        <h2 className="mr-auto">A film on the host</h2>
        <button type="button" className="button" onClick={onPaste}>
          Paste code instead
        </button>
        <button type="button" className="button" onClick={onClose}>
          Cancel
        </button>
      </div>
      <FilmChoice section={section} go="Put it in the page" onChosen={(film) => onPlace([film])} />
    </section>
  );
}

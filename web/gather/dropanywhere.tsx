import { useEffect, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { acceptArrivals } from '@placard/core/contract';
import { readsLikeEmbed } from '@placard/core/text';
import { PastedCode } from '../embed/pastedcode.tsx';
import { useMay } from '../kit/asking.ts';
import { tell } from '../kit/messages.tsx';
import { filesOf } from '../kit/filesof.ts';
import { uploads } from '../kit/uploads.ts';

const holdsFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') === true;

/** Takes files dropped, or pictures, addresses and embed codes pasted, anywhere on the window, and shows them arrive. */
export function DropAnywhere({ children }: { children: ReactNode }) {
  const [over, setOver] = useState(false);
  const [code, setCode] = useState<string | null>(null);
  const navigate = useNavigate();
  const mayBring = useMay(acceptArrivals);
  useEffect(() => {
    if (!mayBring) return;
    const paste = (event: ClipboardEvent) => {
      // Whoever took it has done with it; what it was pasted into may be gone from the screen by now.
      if (event.defaultPrevented) return;
      const where = event.target instanceof Element ? event.target : null;
      const files = event.clipboardData?.files;
      if (files && files.length > 0) {
        event.preventDefault();
        uploads.add(files);
        void navigate('/gather');
        return;
      }
      // In a field or a page, words are meant for it.
      if (where?.closest('input, textarea, select, [contenteditable="true"]')) return;
      const text = event.clipboardData?.getData('text/plain').trim() ?? '';
      if (readsLikeEmbed(text)) {
        event.preventDefault();
        setCode(text);
        return;
      }
      if (/^https?:\/\/\S+$/i.test(text)) {
        event.preventDefault();
        void navigate(`/gather?${new URLSearchParams({ from: 'address', address: text })}`);
      }
    };
    addEventListener('paste', paste);
    return () => removeEventListener('paste', paste);
  }, [mayBring, navigate]);
  useEffect(() => {
    const inWords = (event: DragEvent) =>
      event.target instanceof Element && event.target.closest('.ProseMirror');
    // Wherever files are let go, header and tray included: the browser would open them instead of us.
    const dragOver = (event: DragEvent) => {
      if (!holdsFiles(event)) return;
      event.preventDefault();
      if (!mayBring && event.dataTransfer) event.dataTransfer.dropEffect = 'none';
      // A page takes what is dropped into its words itself, exactly there.
      setOver(mayBring && !inWords(event));
    };
    const dragLeave = (event: DragEvent) => {
      if (event.relatedTarget === null) setOver(false);
    };
    const drop = (event: DragEvent) => {
      setOver(false);
      if (!holdsFiles(event) || !event.dataTransfer) return;
      const taken = event.defaultPrevented;
      event.preventDefault();
      if (taken || !mayBring) return;
      void filesOf(event.dataTransfer).then(({ files, says }) => {
        uploads.add(files);
        if (says !== null) tell({ says });
        if (files.length > 0) void navigate('/gather');
      });
    };
    addEventListener('dragover', dragOver);
    addEventListener('dragleave', dragLeave);
    addEventListener('drop', drop);
    return () => {
      removeEventListener('dragover', dragOver);
      removeEventListener('dragleave', dragLeave);
      removeEventListener('drop', drop);
    };
  }, [mayBring, navigate]);
  return (
    <div className="relative min-h-0 overflow-hidden">
      {children}
      {code !== null && <PastedCode code={code} onDone={() => setCode(null)} />}
      {over && (
        <div className="pointer-events-none absolute inset-3 z-40 grid place-items-center border-2 border-dashed border-madder bg-card/90 font-serif text-[22px]">
          Let go to bring these in
        </div>
      )}
    </div>
  );
}

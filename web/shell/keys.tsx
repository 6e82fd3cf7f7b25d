import { Dialog } from 'radix-ui';

/** What the keys do, by where one is. Control is Command on a Mac. */
const KEYS: readonly [where: string, keys: readonly (readonly [keys: string, does: string])[]][] = [
  [
    'Everywhere',
    [
      ['Ctrl Shift K', 'find or do anything'],
      ['Ctrl K', 'the same, but for the words of a page'],
      ['?', 'this sheet'],
      ['F8', 'what was done, and taking it back'],
      ['Escape', 'leaves what is open'],
    ],
  ],
  [
    'Words of a page',
    [
      ['Ctrl B, Ctrl I', 'bold, italic'],
      ['Ctrl Alt 2, 3, 4', 'a heading of that level'],
      ['Ctrl Shift 7, 8', 'a numbered list, a list'],
      ['Ctrl Shift B', 'a quotation'],
      ['Ctrl K', 'a link: to a page, a place, a file, an address'],
      ['Ctrl . and Ctrl ,', 'letters above the line, and below it'],
      ['Ctrl ], Ctrl [', 'indent, outdent'],
      ['Shift Enter', 'a new line in the same paragraph'],
      ['Tab, Shift Tab', 'deeper and less deep in a list; from cell to cell in a table'],
      ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
      ['Ctrl Shift V', 'paste plain words'],
      ['Ctrl Shift F', 'the page in the full window'],
    ],
  ],
  [
    'What is placed',
    [
      ['Ctrl Enter', 'the line between two blocks; the arrows move it'],
      ['Alt ↑, Alt ↓', 'moves what is selected up or down'],
      ['Shift ↑, Shift ↓', 'chooses more, to be set together'],
      ['Escape, in what is set together', 'chooses all of it; Enter writes behind it'],
      ['← →, on a handle', 'make it wider or narrower, with Shift by ten'],
      ['Enter, in the tray', 'places it at the caret'],
      ['Space, in the tray', 'takes it up: the arrows move it, Space puts it there'],
      ['Delete', 'removes it from the page'],
    ],
  ],
  [
    'Holdings',
    [
      ['Arrows', 'from picture to picture'],
      ['Shift with an arrow', 'chooses on from there'],
      ['Ctrl Enter', 'chooses one more, or one less'],
      ['Ctrl A', 'chooses all that was found'],
      ['Space', 'the large view'],
    ],
  ],
  [
    'Prep',
    [
      ['Arrows on a crop', 'move it by a pixel, with Shift by ten; each handle by itself'],
      ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
    ],
  ],
];

/** All keys on one sheet. */
export default function Keys({ onClose }: { onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-black/25" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[8vh] left-1/2 z-50 max-h-[84vh] w-[min(820px,94vw)] -translate-x-1/2 overflow-y-auto border border-edge bg-card px-6 py-5 text-ink shadow-lg outline-none"
        >
          <Dialog.Title className="mb-3 text-[20px]">Keys</Dialog.Title>
          <div className="columns-2 gap-8 max-sm:columns-1">
            {KEYS.map(([where, keys]) => (
              <section key={where} className="mb-4 break-inside-avoid">
                <h3 className="mb-1 border-b border-rule pb-0.5 text-[14px]">{where}</h3>
                <dl className="text-[13px]">
                  {keys.map(([pressed, does]) => (
                    <div key={pressed} className="grid grid-cols-[132px_1fr] gap-2 py-0.5">
                      <dt className="font-mono text-[12px]">{pressed}</dt>
                      <dd className="text-soft">{does}</dd>
                    </div>
                  ))}
                </dl>
              </section>
            ))}
          </div>
          <Dialog.Close className="button">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

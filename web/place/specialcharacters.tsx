import type { Editor } from '@tiptap/react';
import { Omega } from 'lucide-react';
import { Popover, Toolbar } from 'radix-ui';
import { useRef, useState } from 'react';
import { Hint } from '../kit/hint.tsx';
import { typeWords } from './behind.ts';

/** Characters that keyboards lack, by what they are called (Unicode, in the trade's words). */
const CHARACTERS: readonly [group: string, characters: readonly [character: string, name: string][]][] = [
  [
    'Punctuation',
    [
      ['–', 'en dash'],
      ['—', 'em dash'],
      ['…', 'ellipsis'],
      ['‘', 'left single quote'],
      ['’', 'apostrophe, right single quote'],
      ['“', 'left double quote'],
      ['”', 'right double quote'],
      ['„', 'low double quote'],
      ['«', 'left guillemet'],
      ['»', 'right guillemet'],
      ['·', 'middle dot'],
      ['•', 'bullet'],
      ['§', 'section sign'],
      ['¶', 'paragraph sign'],
      ['†', 'dagger'],
      ['‡', 'double dagger'],
      ['¡', 'inverted exclamation mark'],
      ['¿', 'inverted question mark'],
    ],
  ],
  [
    'Spaces and breaks',
    [
      ['\u00a0', 'no-break space'],
      ['\u202f', 'narrow no-break space'],
      ['\u2009', 'thin space'],
      ['\u00ad', 'soft hyphen'],
      ['\u2011', 'no-break hyphen'],
      ['\u200b', 'zero width space'],
    ],
  ],
  [
    'Measures and sums',
    [
      ['×', 'times'],
      ['÷', 'divided by'],
      ['−', 'minus'],
      ['±', 'plus or minus'],
      ['≈', 'about'],
      ['≠', 'not equal'],
      ['≤', 'at most'],
      ['≥', 'at least'],
      ['°', 'degree'],
      ['′', 'prime, minute of arc'],
      ['″', 'double prime, second of arc'],
      ['½', 'one half'],
      ['⅓', 'one third'],
      ['¼', 'one quarter'],
      ['¾', 'three quarters'],
      ['‰', 'per mille'],
      ['µ', 'micro'],
      ['π', 'pi'],
      ['∞', 'infinity'],
      ['√', 'root'],
    ],
  ],
  [
    'Signs',
    [
      ['€', 'euro'],
      ['£', 'pound'],
      ['¥', 'yen'],
      ['¢', 'cent'],
      ['©', 'copyright'],
      ['®', 'registered'],
      ['™', 'trade mark'],
      ['№', 'numero'],
      ['→', 'arrow to the right'],
      ['←', 'arrow to the left'],
      ['↑', 'arrow up'],
      ['↓', 'arrow down'],
      ['✓', 'tick'],
      ['★', 'star'],
      ['☆', 'open star'],
      ['☽', 'moon'],
      ['☀', 'sun'],
    ],
  ],
  [
    'Letters',
    [...'áàâäãåāæçčćéèêëēíìîïñóòôöõøœšúùûüūýžßðþłÁÀÂÄÅÆÇČÉÈÊÍÑÓÖØŒŠÚÜŽŁ'].map((letter) => [
      letter,
      `letter ${letter}`,
    ]),
  ],
];

/** What stands on the button of a character that is not seen. */
const UNSEEN: Readonly<Record<string, string>> = {
  '\u00a0': 'nbsp',
  '\u202f': 'nnbsp',
  '\u2009': 'thin',
  '\u00ad': 'shy',
  '\u2011': 'nb-',
  '\u200b': 'zwsp',
};

/** Characters that keyboards lack, put at the caret: found by their names, or looked through. */
export function SpecialCharacters({ editor }: { editor: Editor }) {
  const [open, setOpen] = useState(false);
  const [sought, seek] = useState('');
  /** Closed by a choice: one writes on. Else the button has the focus again, as with every list. */
  const put = useRef(false);
  const words = sought.trim().toLowerCase();
  const groups = CHARACTERS.map(
    ([group, all]) =>
      [
        group,
        all.filter(([sign, name]) => words === '' || name.includes(words) || sign === sought.trim()),
      ] as const,
  ).filter(([, some]) => some.length > 0);
  const take = (character: string) => {
    typeWords(editor.view, character);
    // At once: what is typed until the list has gone would be lost in it.
    editor.view.focus();
    put.current = true;
    setOpen(false);
  };
  return (
    <Popover.Root
      open={open}
      onOpenChange={(next) => {
        if (next) seek('');
        put.current = false;
        setOpen(next);
      }}
    >
      <Hint says="Special characters">
        <Popover.Trigger asChild>
          <Toolbar.Button
            aria-label="Special characters"
            className="p-1.5 hover:text-madder data-[state=open]:bg-ink data-[state=open]:text-paper"
          >
            <Omega aria-hidden className="size-4" />
          </Toolbar.Button>
        </Popover.Trigger>
      </Hint>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          aria-label="Special characters"
          className="z-50 max-h-[60vh] w-[340px] overflow-y-auto border border-edge bg-card p-3 shadow-lg outline-none"
          onCloseAutoFocus={(event) => {
            if (!put.current) return;
            event.preventDefault();
            editor.view.focus();
          }}
        >
          <input
            type="search"
            className="input mb-2"
            aria-label="Character by its name"
            placeholder="By its name: dash, degree, moon"
            value={sought}
            onChange={(event) => seek(event.target.value)}
            onKeyDown={(event) => {
              const [first] = groups[0]?.[1] ?? [];
              if (event.key !== 'Enter' || words === '' || !first) return;
              event.preventDefault();
              take(first[0]);
            }}
          />
          {groups.length === 0 && <p className="text-[13px] text-soft">None is called so.</p>}
          {groups.map(([group, some]) => (
            <section key={group} aria-label={group} className="mb-2">
              <p className="caption">{group}</p>
              <div className="flex flex-wrap">
                {some.map(([character, name]) => (
                  <button
                    key={character}
                    type="button"
                    title={name}
                    aria-label={name}
                    className="grid size-8 place-items-center font-serif text-[17px] hover:bg-ink hover:text-paper"
                    onClick={() => take(character)}
                  >
                    {UNSEEN[character] ? (
                      <span className="font-mono text-[9.5px]">{UNSEEN[character]}</span>
                    ) : (
                      character
                    )}
                  </button>
                ))}
              </div>
            </section>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

import type { Editor } from '@tiptap/react';
import { useState } from 'react';
import { titleOf, type Item } from '@placard/core/page';
import { Field } from '../../placard/field.tsx';
import { LinkChoice } from '../desk/linkcontrols.tsx';
import { sayOfItem, type FoundTogether } from '../desk/together.ts';

/** Where one of several things leads when it is pressed, and in which words. */
export function ItemLeads({
  editor,
  page,
  found,
  at,
  item,
}: {
  editor: Editor;
  page: string;
  found: FoundTogether;
  at: number;
  item: Item;
}) {
  const [choosing, choose] = useState(false);
  const { linksTo, linkWords, newWindow } = item.attrs ?? {};
  const title = titleOf(item);
  if (!linksTo && !choosing)
    return (
      <button type="button" className="button-plain -ml-1.5 text-[13px]" onClick={() => choose(true)}>
        Let {title ? `“${title}”` : 'it'} lead somewhere
      </button>
    );
  return (
    <div role="group" aria-label="Where it leads" className="mt-2 border-l-2 border-rule pl-2 text-[13px]">
      <LinkChoice
        key={linksTo ?? ''}
        editor={editor}
        page={page}
        autoFocus={choosing}
        link={linksTo ? { href: linksTo, newWindow: Boolean(newWindow) } : null}
        onChange={(link, says) => {
          choose(false);
          sayOfItem(editor, found, at, {
            linksTo: link.href,
            newWindow: link.newWindow || null,
            // What has no title says where it leads in words of its own.
            ...(title === '' && !linkWords ? { linkWords: says.slice(0, 200) } : {}),
          });
        }}
        onRemove={() => sayOfItem(editor, found, at, { linksTo: null, newWindow: null })}
        onCancel={() => choose(false)}
      />
      {linksTo && (
        <Field
          name="Words of its link"
          value={linkWords ?? ''}
          placeholder={title ? `its title: ${title}` : 'say where it leads'}
          onChange={(words) =>
            sayOfItem(editor, found, at, { linkWords: words === '' ? null : words.slice(0, 200) })
          }
        />
      )}
    </div>
  );
}

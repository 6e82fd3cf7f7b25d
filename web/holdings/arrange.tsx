import { Asked } from '../kit/askfirst.tsx';
import { Menu } from '../kit/menu.tsx';
import { Select } from '../kit/select.tsx';
import { ChevronRight, CornerDownRight } from 'lucide-react';
import { useState, type DragEvent } from 'react';
import { changeSection, createSection, mergeSection, removeSection, type Site } from '@placard/core/contract';
import { useDo } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';

type Section = Site['sections'][number];
const MIME = 'application/x-placard-section';

/** The sections as a tree that mirrors the site: begin, rename, move and merge them, by mouse and by keyboard. */
export function Arrange({ sections, onClose }: { sections: Section[]; onClose: () => void }) {
  const create = useDo(createSection);
  const change = useDo(changeSection);
  const merge = useDo(mergeSection);
  const remove = useDo(removeSection);
  const [over, setOver] = useState<string | null>(null);
  const [dropped, setDropped] = useState<{ what: Section; onto: Section } | null>(null);
  /** What somebody is asked about. */
  const [merging, setMerging] = useState<typeof dropped>(null);
  const error = [create, change, merge, remove].find((doing) => doing.error)?.error;
  const move = (id: string, parent: string | null) => change.mutate({ params: { id }, body: { parent } });
  const drop = (event: DragEvent, onto: Section | null) => {
    const what = sections.find(({ id }) => id === event.dataTransfer.getData(MIME));
    setOver(null);
    if (!what || what.id === onto?.id) return;
    event.preventDefault();
    event.stopPropagation();
    if (onto) setDropped({ what, onto });
    else move(what.id, null);
  };
  const accepts = (event: DragEvent, key: string) => {
    if (!event.dataTransfer.types.includes(MIME)) return;
    event.preventDefault();
    event.stopPropagation();
    setOver(key);
  };
  const branch = (parent: string | null): React.ReactNode => {
    const inside = sections.filter((section) => section.parent === parent);
    if (inside.length === 0) return null;
    return (
      <ul className={parent ? 'ml-5 border-l border-rule pl-3' : ''}>
        {inside.map((section) => (
          <li key={section.id}>
            <div
              draggable
              onDragStart={(event) => event.dataTransfer.setData(MIME, section.id)}
              onDragOver={(event) => accepts(event, section.id)}
              onDrop={(event) => drop(event, section)}
              className={`flex flex-wrap items-center gap-2 py-1.5 ${over === section.id ? 'bg-card outline-2 outline-madder' : ''}`}
            >
              <Name
                key={section.title}
                section={section}
                onRename={(title) => change.mutate({ params: { id: section.id }, body: { title } })}
              />
              <span className="caption font-mono">/{addressOf(sections, section)}</span>
              <span className="ml-auto flex flex-wrap items-center gap-1.5">
                <Onto
                  says={`Move ${section.title} into`}
                  label="Move"
                  sections={sections}
                  but={section}
                  top
                  onChoose={(parent) => move(section.id, parent)}
                />
                <Onto
                  says={`Merge ${section.title} into`}
                  label="Merge"
                  sections={sections}
                  but={section}
                  onChoose={(into) => {
                    const onto = sections.find(({ id }) => id === into);
                    if (onto) setMerging({ what: section, onto });
                  }}
                />
                <button
                  type="button"
                  className="button-plain"
                  aria-label={`Remove ${section.title}`}
                  onClick={() => remove.mutate({ params: { id: section.id } })}
                >
                  Remove
                </button>
              </span>
            </div>
            {dropped?.onto.id === section.id && (
              <div
                role="group"
                aria-label="What the drop means"
                className="flex flex-wrap items-center gap-2 pb-2"
              >
                <CornerDownRight aria-hidden className="size-4 text-soft" />
                <button
                  type="button"
                  className="button"
                  onClick={() => {
                    move(dropped.what.id, section.id);
                    setDropped(null);
                  }}
                >
                  Put “{dropped.what.title}” inside
                </button>
                <button
                  type="button"
                  className="button"
                  onClick={() => {
                    setMerging(dropped);
                    setDropped(null);
                  }}
                >
                  Merge the two
                </button>
                <button type="button" className="button-plain" onClick={() => setDropped(null)}>
                  Neither
                </button>
              </div>
            )}
            {branch(section.id)}
          </li>
        ))}
      </ul>
    );
  };
  return (
    <section aria-label="Arrange the sections" className="min-h-0 grow overflow-y-auto pr-1">
      <div className="mb-2 flex items-end gap-3">
        <p className="mr-auto text-soft">
          Drag a section onto another to move or merge it. Pages and files keep working, wherever their
          section goes.
        </p>
        <button type="button" className="button" onClick={onClose}>
          Done
        </button>
      </div>
      {merging && (
        <Asked
          title={`Merge “${merging.what.title}” into “${merging.onto.title}”?`}
          says={`All pages, files and sections of “${merging.what.title}” lie in “${merging.onto.title}” then, and it is gone. Two that were merged cannot be told apart again.`}
          go="Merge the two"
          leave="Leave them apart"
          onGo={() => merge.mutate({ params: { id: merging.what.id }, body: { into: merging.onto.id } })}
          onLeave={() => setMerging(null)}
        />
      )}
      {error && <Notice severity="stop">{error.message}</Notice>}
      <div
        role="presentation"
        onDragOver={(event) => accepts(event, 'top')}
        onDrop={(event) => drop(event, null)}
        className={over === 'top' ? 'bg-card' : ''}
      >
        {branch(null)}
      </div>
      <NewSection
        sections={sections}
        onCreate={(title, parent) => create.mutate({ body: { title, parent } })}
      />
    </section>
  );
}

/** The folder names of a section and of what it lies in, as the site's addresses have them. */
function addressOf(sections: Section[], section: Section): string {
  const above = sections.find(({ id }) => id === section.parent);
  return above ? `${addressOf(sections, above)}/${section.slug}` : section.slug;
}

function Name({ section, onRename }: { section: Section; onRename: (title: string) => void }) {
  const [title, setTitle] = useState(section.title);
  const save = () => {
    if (title.trim() === '') setTitle(section.title);
    else if (title.trim() !== section.title) onRename(title.trim());
  };
  return (
    <input
      className="input w-[170px] font-serif"
      aria-label={`Name of ${section.title}`}
      value={title}
      onChange={(event) => setTitle(event.target.value)}
      onBlur={save}
      onKeyDown={(event) => {
        if (event.key === 'Enter') save();
        if (event.key === 'Escape') setTitle(section.title);
      }}
    />
  );
}

function Onto({
  says,
  label,
  sections,
  but,
  top = false,
  onChoose,
}: {
  says: string;
  label: string;
  sections: Section[];
  but: Section;
  top?: boolean;
  onChoose: (id: string | null) => void;
}) {
  return (
    <Menu
      className="input inline-flex w-[92px] items-center justify-between py-1 text-[13px]"
      label={says}
      says={label}
      items={[
        ...(top && but.parent !== null ? [['', 'the top'] as const] : []),
        ...sections
          .filter(({ id }) => id !== but.id && !(top && id === but.parent))
          .map(({ id, title }) => [id, title] as const),
      ]}
      onPick={(id) => onChoose(id || null)}
    />
  );
}

function NewSection({
  sections,
  onCreate,
}: {
  sections: Section[];
  onCreate: (title: string, parent: string | null) => void;
}) {
  const [title, setTitle] = useState('');
  const [parent, setParent] = useState('');
  return (
    <form
      className="mt-3 flex flex-wrap items-center gap-2 border-t border-rule pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (title.trim() === '') return;
        onCreate(title.trim(), parent || null);
        setTitle('');
      }}
    >
      <input
        className="input w-[200px]"
        aria-label="Name of a new section"
        placeholder="A new section"
        value={title}
        onChange={(event) => setTitle(event.target.value)}
      />
      <ChevronRight aria-hidden className="size-4 text-soft" />
      <Select
        className="w-[150px]"
        label="Where the new section lies"
        hideLabel
        value={parent}
        onChange={setParent}
        options={[['', 'at the top'], ...sections.map(({ id, title }) => [id, `in ${title}`] as const)]}
      />
      <button type="submit" className="button" disabled={title.trim() === ''}>
        Begin it
      </button>
    </form>
  );
}

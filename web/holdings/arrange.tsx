import {
  DndContext,
  DragOverlay,
  pointerWithin,
  rectIntersection,
  useDraggable,
  useDroppable,
  type DragEndEvent,
} from '@dnd-kit/core';
import { Asked } from '../kit/askfirst.tsx';
import { Menu } from '../kit/menu.tsx';
import { CornerDownRight, GripVertical } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { changeSection, mergeSection, removeSection, type Site } from '@placard/core/contract';
import { tell } from '../kit/messages.tsx';
import { useDo } from '../kit/asking.ts';
import { stepOf, useDraggers } from '../kit/dragging.ts';
import { Notice } from '../kit/notice.tsx';
import { NewSection } from './newsection.tsx';

type Section = Site['sections'][number];
/** What a section lies in that lies in no other. */
const TOP = 'top';

/** The sections as a tree that mirrors the site: begin, rename, move and merge them, by mouse and by keyboard. */
export function Arrange({ sections, onClose }: { sections: Section[]; onClose: () => void }) {
  const change = useDo(changeSection);
  const merge = useDo(mergeSection);
  const remove = useDo(removeSection);
  const [dragged, setDragged] = useState<string | null>(null);
  const [dropped, setDropped] = useState<{ what: Section; onto: Section } | null>(null);
  /** What somebody is asked about. */
  const [merging, setMerging] = useState<typeof dropped>(null);
  const error = [change, merge, remove].find((doing) => doing.error)?.error;
  const move = (id: string, parent: string | null) => change.mutate({ params: { id }, body: { parent } });
  const titleOf = (id: string | number | undefined) =>
    sections.find((one) => one.id === id)?.title ?? 'the top';
  const draggers = useDraggers((event, { context: { over, droppableContainers, collisionRect } }) => {
    const by = stepOf(event);
    if (by === 0 || !collisionRect) return undefined;
    event.preventDefault();
    // From section to section, as they stand.
    const rooms = droppableContainers
      .getEnabled()
      .flatMap(({ id, rect: { current } }) => (current && id !== TOP ? [{ id, ...current }] : []))
      .toSorted((one, other) => one.top - other.top);
    const next = rooms[rooms.findIndex(({ id }) => id === over?.id) + by];
    return next && { x: next.left + 24, y: next.top + (next.height - collisionRect.height) / 2 };
  });
  const drop = ({ active, over }: DragEndEvent) => {
    const what = sections.find(({ id }) => id === active.id);
    if (!what || !over || over.id === what.id) return;
    const onto = sections.find(({ id }) => id === over.id);
    if (onto) setDropped({ what, onto });
    else if (what.parent !== null) move(what.id, null);
  };
  const branch = (parent: string | null): ReactNode => {
    const inside = sections.filter((section) => section.parent === parent);
    if (inside.length === 0) return null;
    return (
      <ul className={parent ? 'ml-5 border-l border-rule pl-3' : ''}>
        {inside.map((section) => (
          <li key={section.id}>
            <Line section={section}>
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
            </Line>
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
          onGo={() =>
            merge.mutate(
              { params: { id: merging.what.id }, body: { into: merging.onto.id } },
              {
                onSuccess: () =>
                  tell({
                    says: `“${merging.what.title}” is one with “${merging.onto.title}” now: what it held is there.`,
                  }),
              },
            )
          }
          onLeave={() => setMerging(null)}
        />
      )}
      {error && <Notice severity="stop">{error.message}</Notice>}
      <DndContext
        sensors={draggers}
        collisionDetection={(found) => {
          const inside = pointerWithin(found);
          const hit = found.pointerCoordinates ? inside : rectIntersection(found);
          // The whole tree is what is left where no section is.
          return hit.length > 1 ? hit.filter(({ id }) => id !== TOP) : hit;
        }}
        accessibility={{
          screenReaderInstructions: {
            draggable:
              'The space bar takes it up: the arrows move it from section to section, the space bar puts it there, Escape leaves it.',
          },
          announcements: {
            onDragStart: ({ active }) => `${titleOf(active.id)} is taken up.`,
            onDragOver: ({ over }) => `Over ${titleOf(over?.id)}.`,
            onDragEnd: ({ active, over }) =>
              over && over.id !== active.id
                ? `${titleOf(active.id)} is let go of over ${titleOf(over.id)}.`
                : `${titleOf(active.id)} stays where it was.`,
            onDragCancel: ({ active }) => `${titleOf(active.id)} stays where it was.`,
          },
        }}
        onDragStart={({ active }) => setDragged(String(active.id))}
        onDragCancel={() => setDragged(null)}
        onDragEnd={(event) => {
          setDragged(null);
          drop(event);
        }}
      >
        <Tree>{branch(null)}</Tree>
        {createPortal(
          <DragOverlay dropAnimation={null}>
            {dragged !== null && (
              <span className="inline-block border border-ink bg-card px-3 py-1 font-serif shadow-md">
                {titleOf(dragged)}
              </span>
            )}
          </DragOverlay>,
          document.body,
        )}
      </DndContext>
      <NewSection sections={sections} />
    </section>
  );
}

/** A section as it stands in the tree: taken up by its grip, and what others are dropped on. */
function Line({ section, children }: { section: Section; children: ReactNode }) {
  const { setNodeRef: setDroppable, isOver, active } = useDroppable({ id: section.id });
  const { setNodeRef, listeners, attributes } = useDraggable({ id: section.id });
  return (
    <div
      ref={setDroppable}
      className={`flex flex-wrap items-center gap-2 py-1.5 ${isOver && active?.id !== section.id ? 'bg-card outline-2 outline-madder' : ''}`}
    >
      <button
        ref={setNodeRef}
        type="button"
        {...listeners}
        aria-describedby={attributes['aria-describedby']}
        aria-label={`Drag ${section.title}`}
        className="grid size-7 cursor-grab touch-manipulation place-items-center text-soft hover:text-madder pointer-coarse:size-11"
      >
        <GripVertical aria-hidden className="size-4" />
      </button>
      {children}
    </div>
  );
}

/** The whole tree: what is dropped on no section goes to the top. */
function Tree({ children }: { children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: TOP });
  return (
    <div ref={setNodeRef} className={isOver ? 'bg-card' : ''}>
      {children}
    </div>
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

import { ChevronRight } from 'lucide-react';
import { useWatch } from 'react-hook-form';
import { createSection, type Site } from '@placard/core/contract';
import { TextField } from '../kit/fields.tsx';
import { Form, useFilling } from '../kit/form.tsx';
import { Select } from '../kit/select.tsx';

/** Begins a section, at the top or in another. */
export function NewSection({ sections }: { sections: Site['sections'] }) {
  const filling = useFilling(createSection, {
    start: { title: '', parent: null as string | null },
    onDone: () => filling.form.reset(),
  });
  const { control, form } = filling;
  const [title, parent] = useWatch({ control, name: ['title', 'parent'] });
  return (
    <Form
      filling={filling}
      label="A new section"
      className="mt-3 flex flex-wrap items-start gap-2 border-t border-rule pt-3"
      buttons={
        <button type="submit" className="button" disabled={title.trim() === '' || filling.sending}>
          Begin it
        </button>
      }
    >
      <div className="w-[200px]">
        <TextField
          filling={filling}
          name="title"
          label="Name of a new section"
          hideLabel
          placeholder="A new section"
        />
      </div>
      <ChevronRight aria-hidden className="mt-2 size-4 text-soft" />
      <Select
        className="w-[150px]"
        label="Where the new section lies"
        hideLabel
        value={parent ?? ''}
        onChange={(id) => form.setValue('parent', id || null)}
        options={[['', 'at the top'], ...sections.map(({ id, title }) => [id, `in ${title}`] as const)]}
      />
    </Form>
  );
}

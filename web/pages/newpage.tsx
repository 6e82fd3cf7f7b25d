import { useWatch } from 'react-hook-form';
import { createPage, type Site } from '@placard/core/contract';
import { Choose, TextField } from '../kit/fields.tsx';
import { Form, useFilling } from '../kit/form.tsx';
import { useLeadOn } from '../kit/leadon.tsx';

/** Begins a page, or standing copy, and leads to it. */
export function NewPage({ sections, copy }: { sections: Site['sections']; copy: boolean }) {
  const leadOn = useLeadOn('/pages');
  const filling = useFilling(createPage, {
    // The first section, until somebody chooses.
    start: { title: '', section: sections[0]?.id ?? '', ...(copy ? { copy: true } : {}) },
    onDone: ({ id, title: begun }) => leadOn({ to: `/place/${id}`, says: `“${begun}” was begun.` }),
  });
  const title = useWatch({ control: filling.control, name: 'title' });
  return (
    <Form
      filling={filling}
      label="A new page"
      className="flex flex-wrap items-start gap-2"
      buttons={
        <button type="submit" className="button button-go" disabled={title.trim() === '' || filling.sending}>
          {copy ? 'Begin standing copy' : 'Begin a page'}
        </button>
      }
    >
      <div className="w-[260px]">
        <TextField
          filling={filling}
          name="title"
          label={copy ? 'Title of new standing copy' : 'Title of a new page'}
          hideLabel
          placeholder={copy ? 'Title of new standing copy' : 'Title of a new page'}
        />
      </div>
      <Choose
        filling={filling}
        name="section"
        className="w-[150px]"
        label="Section of the new page"
        hideLabel
        options={sections.map(({ id, title: name }) => [id, name] as const)}
      />
    </Form>
  );
}

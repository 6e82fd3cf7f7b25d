import { useWatch } from 'react-hook-form';
import { setRoom } from '@placard/core/contract';
import { inBytes } from '@placard/core/text';
import { NumberLine } from '../kit/fields.tsx';
import { Form, useFilling } from '../kit/form.tsx';

const GIGABYTE = 1e9;

/** Sets the limit of the site's room, or takes it away. */
export default function RoomLimit({
  limit,
  used,
  onDone,
}: {
  limit: number | null;
  used: number;
  onDone: () => void;
}) {
  const filling = useFilling(setRoom, {
    start: { limit: limit ?? Math.max(1, Math.ceil((2 * used) / GIGABYTE)) * GIGABYTE } as {
      limit: number | null;
    },
    onDone,
  });
  const wished = useWatch({ control: filling.control, name: 'limit' });
  return (
    <Form
      filling={filling}
      label="Room of the site"
      className="flex flex-wrap items-center gap-2 text-[13px]"
      onLeave={onDone}
      buttons={
        <>
          <button type="submit" className="button" disabled={filling.sending}>
            Set it
          </button>
          {limit !== null && (
            <button
              type="button"
              className="button-plain"
              onClick={() => {
                filling.form.setValue('limit', null);
                filling.send();
              }}
            >
              No limit
            </button>
          )}
          <button type="button" className="button-plain" onClick={onDone}>
            Cancel
          </button>
          {wished !== null && wished < used && (
            <span className="text-ochre">
              {inBytes(used)} are used already: nothing more would be taken in.
            </span>
          )}
        </>
      }
    >
      <span className="flex items-center gap-1.5">
        <NumberLine
          filling={filling}
          name="limit"
          label="At most"
          unit="GB"
          least={0}
          step={0.5}
          scale={GIGABYTE}
          autoFocus
          className="w-[84px]"
        />
      </span>
    </Form>
  );
}

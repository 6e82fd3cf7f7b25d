import { useId, useState, type ComponentProps } from 'react';
import {
  useController,
  useWatch,
  type FieldPath,
  type FieldPathByValue,
  type FieldValues,
} from 'react-hook-form';
import { Checkbox } from './checkbox.tsx';
import { DayField } from './dayfield.tsx';
import { Form, type Filling } from './form.tsx';
import { NumberField } from './numberfield.tsx';
import { Select, type Options } from './select.tsx';

type Named<T extends FieldValues, V> = {
  filling: Filling<T>;
  name: FieldPathByValue<T, V>;
  label: string;
};

/** What is amiss with a field, under it. */
function Amiss({ id, says }: { id: string; says: string | undefined }) {
  return says === undefined ? null : (
    <span id={id} role="alert" className="block text-[12.5px] text-madder">
      {says}
    </span>
  );
}

/** One line, or several, of words. */
export function TextField<T extends FieldValues>({
  filling,
  name,
  label,
  hideLabel = false,
  rows,
  type = 'text',
  className = '',
  ...more
}: Named<T, string> & {
  hideLabel?: boolean;
  /** Lines of a field that has several. */
  rows?: number;
  type?: 'text' | 'url' | 'email' | 'password';
} & Pick<ComponentProps<'input'>, 'placeholder' | 'autoFocus' | 'autoComplete' | 'className' | 'list'>) {
  const id = useId();
  const { field, fieldState } = useController({ control: filling.control, name });
  const says = fieldState.error?.message;
  const given = {
    ...more,
    ...field,
    value: String(field.value ?? ''),
    id,
    className: `input aria-invalid:border-madder ${className}`,
    'aria-invalid': says !== undefined,
    'aria-describedby': says === undefined ? undefined : `${id}-amiss`,
  };
  return (
    <div>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'caption'}>
        {label}
      </label>
      {rows === undefined ? (
        // The browser's own words for what is amiss are not ours: it is told of the kind, and checks nothing.
        <input {...given} type={type} />
      ) : (
        <textarea {...given} rows={rows} />
      )}
      <Amiss id={`${id}-amiss`} says={says} />
    </div>
  );
}

/** A form of one line and the button that takes it. */
export function OneLine<T extends FieldValues>({
  filling,
  name,
  label,
  go,
  wide = '',
  onLeave,
  ...more
}: Named<T, string> & {
  /** What the button says; without one, Enter takes it. */
  go?: string;
  /** How wide its field is. */
  wide?: string;
  onLeave?: () => void;
} & Pick<ComponentProps<'input'>, 'placeholder' | 'autoFocus'>) {
  const typed = useWatch({ control: filling.control, name: name as FieldPath<T> }) as string;
  return (
    <Form
      filling={filling}
      className="flex flex-wrap items-start gap-1.5"
      {...(onLeave && { onLeave })}
      buttons={
        go !== undefined && (
          <button type="submit" className="button" disabled={typed.trim() === '' || filling.sending}>
            {go}
          </button>
        )
      }
    >
      <div className={wide || 'min-w-0 grow'}>
        <TextField filling={filling} name={name} label={label} hideLabel {...more} />
      </div>
    </Form>
  );
}

/** Several words or addresses, with commas or blanks between them. */
export function WordsField<T extends FieldValues>({ filling, name, label }: Named<T, string[] | undefined>) {
  const id = useId();
  const { field, fieldState, formState } = useController({ control: filling.control, name });
  const [text, setText] = useState((field.value ?? []).join(', '));
  // What is amiss with one of them is said at that one: shown is the first.
  const amiss = fieldState.error as
    { message?: string } | readonly ({ message?: string } | undefined)[] | undefined;
  const says = Array.isArray(amiss)
    ? amiss.find((one) => one?.message)?.message
    : (amiss as { message?: string } | undefined)?.message;
  return (
    <div>
      <label htmlFor={id} className="caption">
        {label}
      </label>
      <input
        ref={field.ref}
        id={id}
        className="input aria-invalid:border-madder"
        aria-invalid={says !== undefined}
        aria-describedby={says === undefined ? undefined : `${id}-amiss`}
        disabled={formState.disabled}
        value={text}
        onBlur={field.onBlur}
        onChange={(event) => {
          setText(event.target.value);
          field.onChange(event.target.value.split(/[\s,;]+/).filter(Boolean));
        }}
      />
      <Amiss id={`${id}-amiss`} says={says} />
    </div>
  );
}

/** A day, typed or chosen. */
export function DayLine<T extends FieldValues>({ filling, name, label }: Named<T, string>) {
  const { field, fieldState } = useController({ control: filling.control, name });
  return (
    <DayField
      ref={field.ref}
      label={label}
      value={String(field.value ?? '')}
      onChange={field.onChange}
      onUnread={field.onChange}
      amiss={fieldState.error?.message}
    />
  );
}

/** A number; what is sent is `scale` times what is typed, for bytes that are typed as gigabytes. */
export function NumberLine<T extends FieldValues>({
  filling,
  name,
  label,
  scale = 1,
  ...more
}: Named<T, number | null> & { scale?: number } & Pick<
    ComponentProps<typeof NumberField>,
    'least' | 'most' | 'step' | 'unit' | 'className' | 'autoFocus'
  >) {
  const { field, fieldState } = useController({ control: filling.control, name });
  const value = field.value as number | null;
  return (
    <span className="flex items-center gap-1.5">
      <NumberField
        label={label}
        value={value === null ? null : value / scale}
        onChange={(typed) => field.onChange(Math.round(typed * scale))}
        {...more}
      />
      <Amiss id={`${name}-amiss`} says={fieldState.error?.message} />
    </span>
  );
}

/** A box to tick. */
export function Tick<T extends FieldValues>({ filling, name, label }: Named<T, boolean | undefined>) {
  const { field } = useController({ control: filling.control, name });
  return (
    <Checkbox checked={field.value === true} onChange={(on) => field.onChange(on)}>
      {label}
    </Checkbox>
  );
}

/** Boxes to tick of a list, any number of them. */
export function Ticks<T extends FieldValues>({
  filling,
  name,
  label,
  options,
}: Omit<Named<T, never>, 'name'> & { name: FieldPath<T>; options: Options<string> }) {
  const { field } = useController({ control: filling.control, name });
  const chosen = field.value as readonly string[];
  return (
    <fieldset>
      <legend className="caption">{label}</legend>
      {options.map(([value, says]) => (
        <Checkbox
          key={value}
          checked={chosen.includes(value)}
          onChange={(on) =>
            field.onChange(on ? [...chosen, value] : chosen.filter((other) => other !== value))
          }
        >
          {says}
        </Checkbox>
      ))}
    </fieldset>
  );
}

/** One of several words. */
export function Choose<T extends FieldValues, V extends string>({
  filling,
  name,
  ...more
}: Named<T, V> & Omit<ComponentProps<typeof Select<V>>, 'value' | 'onChange'>) {
  const { field } = useController({ control: filling.control, name });
  return <Select {...more} value={field.value as V} onChange={(value) => field.onChange(value)} />;
}

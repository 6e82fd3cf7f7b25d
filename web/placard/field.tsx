import { useEffect, useId, useRef, useState } from 'react';
import { paced } from '../kit/pace.ts';
import { useLatest } from '../kit/uselatest.ts';

interface FieldProps {
  name: string;
  value: string;
  onChange: (value: string) => void;
  className?: string;
  placeholder?: string;
  multiline?: boolean;
  /** A question shown when the field may not stay empty. */
  missing?: string | undefined;
  hideName?: boolean;
  /** What the file itself says, where that is something else. */
  fileSays?: string | undefined;
}

/** How long after the last key what is written is kept, in milliseconds. */
const PAUSE = paced(900);

const sizesItself = () => CSS.supports('field-sizing', 'content');

/**
 * A line of the wall label: reads as text, is written in place, and is kept when the
 * writer pauses or leaves it. Escape gives back what stood there.
 */
export function Field({
  name,
  value,
  onChange,
  className = '',
  placeholder,
  multiline,
  missing,
  hideName,
  fileSays,
}: FieldProps) {
  const id = useId();
  const [draft, setDraft] = useState(value);
  const [writing, setWriting] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const area = useRef<HTMLTextAreaElement>(null);
  useEffect(() => {
    if (!writing) setDraft(value);
  }, [value, writing]);
  useEffect(() => {
    const element = area.current;
    // Measuring every field lays the whole page out for each; most browsers size them by themselves.
    if (!element || sizesItself()) return;
    element.style.setProperty('height', 'auto');
    element.style.setProperty('height', `${element.scrollHeight + 2}px`);
  }, [draft]);
  const keep = (text: string) => {
    clearTimeout(timer.current);
    if (text.trim() !== value) onChange(text.trim());
  };
  const left = useLatest(() => keep(draft));
  useEffect(() => {
    if (!writing) return undefined;
    // A window that is closed or opened anew leaves its fields, too; before whatever saves what was written.
    const leave = () => left.current();
    for (const event of ['beforeunload', 'pagehide']) addEventListener(event, leave, true);
    return () => {
      for (const event of ['beforeunload', 'pagehide']) removeEventListener(event, leave, true);
    };
  }, [writing, left]);
  return (
    <div className="mb-2">
      <label htmlFor={id} className={hideName ? 'sr-only' : 'caption'}>
        {name}
      </label>
      <textarea
        ref={area}
        id={id}
        rows={1}
        value={draft}
        placeholder={missing ?? placeholder}
        aria-invalid={missing ? true : undefined}
        onFocus={() => setWriting(true)}
        onBlur={() => {
          setWriting(false);
          keep(draft);
        }}
        onChange={(event) => {
          const text = multiline ? event.target.value : event.target.value.replace(/\n/g, ' ');
          setDraft(text);
          clearTimeout(timer.current);
          timer.current = setTimeout(() => keep(text), PAUSE);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && !multiline) {
            event.preventDefault();
            event.currentTarget.blur();
          }
          if (event.key === 'Escape') {
            event.preventDefault();
            clearTimeout(timer.current);
            setDraft(value);
          }
        }}
        className={`-mx-1.5 block w-[calc(100%+12px)] field-sizing-content resize-none overflow-hidden rounded-xs border bg-transparent px-1.5 py-0.5 placeholder:text-soft hover:border-edge focus:border-ink focus:bg-card ${missing ? 'border-madder placeholder:text-madder' : 'border-transparent'} ${className}`}
      />
      <FileSays name={name} value={value} says={fileSays} onTake={onChange} />
    </div>
  );
}

/** What the file itself says, where that is something else. */
export function FileSays({
  name,
  value,
  says,
  onTake,
}: {
  name: string;
  value: string;
  says: string | undefined;
  onTake: (says: string) => void;
}) {
  if (!says || says === value) return null;
  return (
    <p className="flex items-baseline gap-2 border-l-2 border-rule pl-2 text-[12.5px] text-soft">
      <span className="min-w-0 grow wrap-anywhere">
        The file says: “{says.length > 160 ? `${says.slice(0, 160)}…` : says}”
      </span>
      <button
        type="button"
        className="button-plain shrink-0 py-0"
        aria-label={`Take what the file says as ${name.toLowerCase()}`}
        onClick={() => onTake(says)}
      >
        Take it
      </button>
    </p>
  );
}

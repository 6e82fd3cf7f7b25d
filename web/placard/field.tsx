import { useEffect, useId, useRef, useState } from 'react';

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
}

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
    if (!element) return;
    element.style.setProperty('height', 'auto');
    element.style.setProperty('height', `${element.scrollHeight + 2}px`);
  }, [draft]);
  const keep = (text: string) => {
    clearTimeout(timer.current);
    if (text.trim() !== value) onChange(text.trim());
  };
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
          timer.current = setTimeout(() => keep(text), 900);
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
        className={`-mx-1.5 block w-[calc(100%+12px)] resize-none overflow-hidden rounded-xs border bg-transparent px-1.5 py-0.5 placeholder:text-soft hover:border-edge focus:border-ink focus:bg-card ${missing ? 'border-madder placeholder:text-madder' : 'border-transparent'} ${className}`}
      />
    </div>
  );
}

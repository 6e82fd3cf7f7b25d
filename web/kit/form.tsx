import { valibotResolver } from '@hookform/resolvers/valibot';
import { useState, type ReactNode } from 'react';
import {
  useForm,
  type Control,
  type DefaultValues,
  type FieldPath,
  type FieldValues,
  type UseFormReturn,
} from 'react-hook-form';
import type * as v from 'valibot';
import { inWordsOfField, type Endpoint } from '@placard/core/contract';
import type { Refusal } from './api.ts';
import { useDo } from './asking.ts';
import { Notice } from './notice.tsx';

/** A form that sends what an endpoint takes: react-hook-form by the contract's own schema. */
export interface Filling<T extends FieldValues> {
  form: UseFormReturn<T, unknown, FieldValues>;
  control: Control<T, unknown, FieldValues>;
  send: () => void;
  sending: boolean;
  /** What was refused and belongs to no field. */
  refused: string | null;
}

/**
 * What stands in a form until an endpoint has taken it. What the schema or the server refuses is said at its field, or
 * over the button where it belongs to none; nothing that was typed is lost by it.
 */
export function useFilling<
  P extends v.GenericSchema,
  Q extends v.GenericSchema,
  B extends v.GenericSchema,
  A extends v.GenericSchema,
  T extends FieldValues,
>(
  endpoint: Endpoint<P, Q, B, A>,
  {
    start,
    params,
    onDone,
  }: { start: T & v.InferInput<B>; params?: v.InferInput<P>; onDone?: (answer: v.InferOutput<A>) => void },
): Filling<T> {
  const [refused, setRefused] = useState<string | null>(null);
  const call = useDo(endpoint);
  const form = useForm<T, unknown, FieldValues>({
    defaultValues: start as DefaultValues<T>,
    resolver: valibotResolver(
      endpoint.body as never,
      {
        message: (issue: v.BaseIssue<unknown>) => inWordsOfField(issue),
      } as never,
    ) as never,
  });
  const refuse = ({ message, problem }: Refusal) => {
    const where = problem.where as FieldPath<T> | undefined;
    if (where !== undefined && Object.keys(start).includes(where.split('.')[0] ?? ''))
      form.setError(where, { message }, { shouldFocus: true });
    else setRefused(message);
  };
  return {
    form,
    control: form.control,
    sending: call.isPending,
    refused,
    send: () => {
      if (call.isPending) return;
      setRefused(null);
      void form.handleSubmit((body) =>
        call.mutate(
          { ...(params === undefined ? {} : { params }), body: body as v.InferInput<B> },
          { onSuccess: onDone, onError: refuse },
        ),
      )();
    },
  };
}

/** Its fields, what was refused of all of it, and its buttons. Escape is `onLeave`. */
export function Form<T extends FieldValues>({
  filling,
  label,
  buttons,
  onLeave,
  className = '',
  children,
}: {
  filling: Filling<T>;
  label?: string;
  buttons: ReactNode;
  onLeave?: () => void;
  className?: string;
  children: ReactNode;
}) {
  return (
    <form
      noValidate
      aria-label={label}
      className={className}
      onSubmit={(event) => {
        event.preventDefault();
        filling.send();
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape' && onLeave) {
          event.stopPropagation();
          onLeave();
        }
      }}
    >
      {children}
      {filling.refused && <Notice severity="stop">{filling.refused}</Notice>}
      <div className="flex flex-wrap items-center gap-2">{buttons}</div>
    </form>
  );
}

import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect, useRef } from 'react';
import { useForm, type DefaultValues, type FieldValues, type UseFormReturn } from 'react-hook-form';
import { useKeeping, type Keeping, type KeepingOptions } from './useKeeping.ts';

export type { SaveStatus } from './useKeeping.ts';

/** An edited thing with a form over it. `value` is the last valid state of the form: what drawings use. */
export interface Editing<T extends FieldValues> extends Keeping<T> {
  readonly form: UseFormReturn<T>;
}

/** One way to edit a stored thing in a form: what is valid is kept, what is not stays in the form. */
export function useEditing<T extends FieldValues>(options: Omit<KeepingOptions<T>, 'onShown'>): Editing<T> {
  const { schema } = options;
  const show = useRef<(value: T) => void>(() => undefined);
  const keeping = useKeeping<T>({ ...options, onShown: (value) => show.current(value) });
  const form = useForm<T>({
    defaultValues: keeping.value as DefaultValues<T>,
    resolver: zodResolver(schema as never) as never,
    mode: 'onChange',
  });
  const now = useRef(keeping);
  now.current = keeping;
  const present = useRef(keeping.value);
  present.current = keeping.value;
  show.current = (value) => {
    present.current = value;
    form.reset(value, { keepDefaultValues: true });
  };
  useEffect(() => {
    const subscription = form.watch((values) => {
      const parsed = schema.safeParse(values);
      if (!parsed.success) return;
      if (JSON.stringify(parsed.data) === JSON.stringify(present.current)) return;
      present.current = parsed.data;
      now.current.change(parsed.data);
    });
    return () => subscription.unsubscribe();
  }, [form, schema]);
  return { ...keeping, form };
}

import { zodResolver } from '@hookform/resolvers/zod';
import { useCallback, useEffect, useRef } from 'react';
import { useForm, type DefaultValues, type FieldValues, type UseFormReturn } from 'react-hook-form';
import { useKeeping, type Keeping, type KeepingOptions } from './useKeeping.ts';

export type { SaveStatus } from './useKeeping.ts';

/** An edited thing with a form over it. `value` is the last valid state of the form: what drawings use. */
export interface Editing<T extends FieldValues> extends Keeping<T> {
  readonly form: UseFormReturn<T>;
  /**
   * Sets the whole value at once, drawn first: the form copies all it is given, and is filled two pictures later, or
   * as soon as a hand comes to it. `joins`: with what was set just before it this is one step back.
   */
  readonly draw: (value: T, joins: boolean) => void;
}

/** About two pictures. */
const FILL_AFTER_MS = 40;
/** How a hand comes to a form. */
const HANDS = ['pointerdown', 'focusin', 'beforeinput', 'input', 'change', 'click'] as const;

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
  const showing = useRef(false);
  const toShow = useRef<{ readonly value: T; readonly timer: number } | null>(null);
  const fill = useCallback(
    (value: T) => {
      if (toShow.current) clearTimeout(toShow.current.timer);
      toShow.current = null;
      present.current = value;
      showing.current = true;
      form.reset(value);
      showing.current = false;
    },
    [form],
  );
  show.current = fill;
  useEffect(() => {
    const fillNow = (): void => {
      if (toShow.current) fill(toShow.current.value);
    };
    for (const kind of HANDS) window.addEventListener(kind, fillNow, true);
    return () => {
      for (const kind of HANDS) window.removeEventListener(kind, fillNow, true);
      if (toShow.current) clearTimeout(toShow.current.timer);
    };
  }, [fill]);
  useEffect(() => {
    const subscription = form.watch((values) => {
      if (showing.current) return;
      const parsed = schema.safeParse(values);
      if (!parsed.success) return;
      if (JSON.stringify(parsed.data) === JSON.stringify(present.current)) return;
      present.current = parsed.data;
      now.current.change(parsed.data);
    });
    return () => subscription.unsubscribe();
  }, [form, schema]);
  const draw = useCallback(
    (value: T, joins: boolean) => {
      if (toShow.current) clearTimeout(toShow.current.timer);
      present.current = value;
      toShow.current = { value, timer: window.setTimeout(() => fill(value), FILL_AFTER_MS) };
      now.current[joins ? 'change' : 'step'](value);
    },
    [fill],
  );
  return { ...keeping, form, draw };
}

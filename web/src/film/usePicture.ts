import { useEffect, useState } from 'react';
import { openFilm, type Film } from './open-film.ts';

/** A film that was chosen, opened; or why it cannot be. */
export function useOpenFilm(file: File | null): {
  readonly film: Film | null;
  readonly error: Error | null;
  readonly busy: boolean;
} {
  const [opened, setOpened] = useState<{ file: File; film: Film | null; error: Error | null } | null>(null);
  useEffect(() => {
    if (!file) return undefined;
    let isOver = false;
    let film: Film | null = null;
    openFilm(file).then(
      (found) => {
        film = found;
        if (isOver) found.close();
        else setOpened({ file, film: found, error: null });
      },
      (failure: unknown) => {
        const error = failure instanceof Error ? failure : new Error(String(failure));
        if (!isOver) setOpened({ file, film: null, error });
      },
    );
    return () => {
      isOver = true;
      film?.close();
    };
  }, [file]);
  const own = opened?.file === file ? opened : null;
  return { film: own?.film ?? null, error: own?.error ?? null, busy: file !== null && own === null };
}

/** The picture of a film at a place; null until it is there. */
export function usePicture(
  film: Film,
  place: number,
): { readonly bitmap: ImageBitmap | null; readonly error: Error | null } {
  const [, setArrived] = useState(-1);
  const [error, setError] = useState<Error | null>(null);
  useEffect(() => {
    let isOver = false;
    film.pictureAt(place).then(
      () => {
        if (isOver) return;
        // What was there already has been drawn, and this changes nothing.
        setArrived(place);
        setError(null);
      },
      (failure: unknown) => {
        if (!isOver) setError(failure instanceof Error ? failure : new Error(String(failure)));
      },
    );
    return () => {
      isOver = true;
    };
  }, [film, place]);
  return { bitmap: film.pictureNow(place), error };
}

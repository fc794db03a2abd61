import { useDelete, useRestore } from '../api/queries.ts';
import { useNotice } from '../app/notice.tsx';

/** Deletes a stored thing and offers the way back; what fails is told. */
export function useRemoving(kind: 'plans' | 'floors'): (id: string, name: string) => void {
  const remove = useDelete(kind);
  const restore = useRestore(kind);
  const notice = useNotice();
  const failed = (what: string) => (error: unknown) =>
    notice({ text: `${what}: ${error instanceof Error ? error.message : String(error)}` });
  // Promises, not callbacks: the row that asked is gone by the time the answer comes.
  const bringBack = (id: string, name: string): void =>
    void restore.mutateAsync(id).catch(failed(`${name} was not brought back`));
  return (id, name) =>
    void remove
      .mutateAsync(id)
      .then(
        () => notice({ text: `${name} was deleted.`, undo: () => bringBack(id, name) }),
        failed(`${name} was not deleted`),
      );
}

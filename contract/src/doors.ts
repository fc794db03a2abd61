/**
 * A call that changes something carries this header, with any value. No page of another origin can send it: a
 * browser would ask the program first, and the program does not allow it.
 */
export const WRITE_HEADER = 'X-Angled-Chalk';

/** What our own pages send with it; commands send `command`, and name the program's address as their Origin. */
export const FROM_PAGE = { [WRITE_HEADER]: 'page' } as const;

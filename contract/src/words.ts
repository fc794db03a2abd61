import { z } from 'zod';

/**
 * Text that people write: a database holds no NUL, and half of a surrogate pair is no letter. What is
 * typed is kept to the letter otherwise.
 */
export const noControl = (text: string): boolean => !text.includes('\u0000') && text.isWellFormed();
export const wordsSchema = (most: number) =>
  z
    .string()
    .max(most)
    .refine(noControl, 'Holds a character that cannot be kept (a NUL, or half a letter). Type it again.');

import type { Student } from './api.ts';

const ADULT_AT = 18;

/** By the calendar year alone: someone who turns eighteen this year still counts as a minor. */
export const isMinorIn = (birthYear: number | null, year: number): boolean =>
  birthYear !== null && year - birthYear <= ADULT_AT;

/**
 * Why this student may not be filmed or recorded in a year, in words; null when they may. A minor needs
 * a guardian's consent; of an adult it is enough that they did not refuse.
 */
export function filmingRefusal(
  { name, birthYear, filmingConsent }: Pick<Student, 'name' | 'birthYear' | 'filmingConsent'>,
  year: number,
): string | null {
  if (filmingConsent === 'refused')
    return `${name} refused to be filmed or recorded. Nothing is recorded of them; when they change their mind, note it under Who first.`;
  if (isMinorIn(birthYear, year) && filmingConsent !== 'given by a guardian')
    return `${name} is a minor: filming and recording need a guardian's consent. Note it under Who ("given by a guardian") first.`;
  return null;
}

/**
 * Why a film of this student is not brought in; null where it may. A picture tells more than a track: here consent is
 * asked for, not only that nobody refused.
 */
export function pictureRefusal(
  student: Pick<Student, 'name' | 'birthYear' | 'filmingConsent'>,
  year: number,
): string | null {
  const refused = filmingRefusal(student, year);
  if (refused !== null || student.filmingConsent !== 'not asked') return refused;
  return `${student.name} was not asked yet whether they may be filmed. Ask, and note it under Who first.`;
}

import { z } from 'zod';

/** Error codes (PostgreSQL, appendix A) of a file that is not there, cannot be read, or does not hold what it should. */
export const DAMAGE_CODES = ['58P01', '58030', 'XX001', 'XX002'] as const;

const coded = z.object({ code: z.enum(DAMAGE_CODES), message: z.string() });
const caused = z.object({ cause: coded });

/** What the database said of its damaged files, or null where an error tells of no damage. */
export function damageIn(error: unknown): string | null {
  const own = coded.safeParse(error).data ?? caused.safeParse(error).data?.cause;
  return own?.message ?? null;
}

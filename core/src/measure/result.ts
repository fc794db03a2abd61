/** A fault of a file, with its place and a way out. Lines count from 1. */
export interface InputProblem {
  readonly code: string;
  readonly message: string;
  readonly place: {
    readonly line?: number | undefined;
    readonly column?: string | undefined;
    readonly path?: string | undefined;
  };
}

export type Result<T> =
  | { readonly ok: true; readonly value: T; readonly notices: readonly string[] }
  | { readonly ok: false; readonly problem: InputProblem };

export const problem = (
  code: string,
  message: string,
  place: InputProblem['place'] = {},
): { ok: false; problem: InputProblem } => ({ ok: false, problem: { code, message, place } });

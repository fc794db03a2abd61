export const ROOT: string;
export function run(
  command: string,
  args: readonly string[],
  how?: { readonly env?: Record<string, string>; readonly seconds?: number },
): Promise<{ code: number; text: string }>;
export function ensurePackages(): void;
export function chromiumPath(): string | undefined;
export function ensureChromium(): boolean;
/** What a call of JSON from one of the program's own pages carries. */
export const OWN_PAGE: Readonly<Record<string, string>>;

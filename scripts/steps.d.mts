export const ROOT: string;
export function run(
  command: string,
  args: readonly string[],
  env?: Record<string, string>,
): Promise<{ code: number; text: string }>;
export function ensurePackages(): void;
export function chromiumPath(): string | undefined;
export function ensureChromium(): boolean;

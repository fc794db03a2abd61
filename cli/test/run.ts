import { main } from '../src/main.ts';

interface Run {
  readonly code: number;
  readonly out: string;
  readonly err: string;
}

/** Runs the command as from a shell; what it writes is held. */
export async function run(...args: string[]): Promise<Run> {
  const text = { out: '', err: '' };
  const out = jest.spyOn(process.stdout, 'write').mockImplementation((chunk) => {
    text.out += String(chunk);
    return true;
  });
  const err = jest.spyOn(process.stderr, 'write').mockImplementation((chunk) => {
    text.err += String(chunk);
    return true;
  });
  try {
    return { code: await main(args), ...text };
  } finally {
    out.mockRestore();
    err.mockRestore();
  }
}

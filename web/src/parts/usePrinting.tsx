import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { missingLetters } from '@angled-chalk/core/print';
import { useCallback, useState, type ReactNode } from 'react';
import { ErrorBox } from './ErrorBox.tsx';

export interface Printing {
  /** Makes a sheet; one whose words hold letters that cannot be printed is asked about first. */
  readonly print: (words: string, make: () => Promise<void>) => void;
  /** The question, or what went wrong; nothing most of the time. */
  readonly answer: ReactNode;
}

/** One way to print: what the sheet cannot show is said before it is made. */
export function usePrinting(): Printing {
  const [asked, setAsked] = useState<{
    readonly letters: string[];
    readonly make: () => Promise<void>;
  } | null>(null);
  const [error, setError] = useState<Error | null>(null);
  const run = useCallback((make: () => Promise<void>): void => {
    setAsked(null);
    setError(null);
    make().catch((failure: unknown) =>
      setError(failure instanceof Error ? failure : new Error(String(failure))),
    );
  }, []);
  const print = useCallback(
    (words: string, make: () => Promise<void>) => {
      const letters = missingLetters(words);
      if (letters.length > 0) setAsked({ letters, make });
      else run(make);
    },
    [run],
  );
  return {
    print,
    answer: error ? (
      <ErrorBox error={error} title="The sheet was not made" />
    ) : asked ? (
      <Alert
        severity="warning"
        variant="outlined"
        sx={{ bgcolor: 'background.paper' }}
        action={
          <Button size="small" onClick={() => run(asked.make)}>
            Print all the same
          </Button>
        }
      >
        The sheet has no letters {asked.letters.slice(0, 12).join(' ')}
        {asked.letters.length > 12 && ' and others'}: a line would stand in their place. Write the name in
        Latin letters, or print all the same.
      </Alert>
    ) : null,
  };
}

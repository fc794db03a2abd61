import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { SIGN_IN_NEEDED } from '../api/client.ts';
import { KEYS, useSignedIn, useSignIn } from '../api/queries.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy } from '../parts/Page.tsx';

/** A code in the address, as the picture that a phone scans carries it. */
const codeInAddress = (): string | null => /^#code=([\w-]+)$/.exec(location.hash)?.[1] ?? null;

/** Where others can reach the program, nobody gets further without signing in. */
export function SignInGate({ children }: { readonly children: ReactNode }) {
  const signedIn = useSignedIn();
  const signIn = useSignIn();
  const client = useQueryClient();
  const tried = useRef(false);
  useEffect(() => {
    const ask = (): void => void client.invalidateQueries({ queryKey: KEYS.signedIn });
    window.addEventListener(SIGN_IN_NEEDED, ask);
    return () => window.removeEventListener(SIGN_IN_NEEDED, ask);
  }, [client]);
  const shut = signedIn.data?.needed === true && signedIn.data.role === null;
  const { mutate } = signIn;
  useEffect(() => {
    const code = codeInAddress();
    if (!shut || !code || tried.current) return;
    tried.current = true;
    history.replaceState(null, '', location.pathname);
    mutate({ code });
  }, [shut, mutate]);
  if (signedIn.isLoading) return <Busy what="Opening the club" />;
  if (!shut) return children;
  return (
    <SignInPage busy={signIn.isPending} error={signIn.error} onTry={(passphrase) => mutate({ passphrase })} />
  );
}

function SignInPage({
  busy,
  error,
  onTry,
}: {
  readonly busy: boolean;
  readonly error: Error | null;
  readonly onTry: (passphrase: string) => void;
}) {
  const [passphrase, setPassphrase] = useState('');
  return (
    <Box component="main" sx={{ maxWidth: 440, mx: 'auto', mt: '12vh', p: 2 }}>
      <Typography variant="h1" sx={{ mb: 1 }}>
        Angled Chalk
      </Typography>
      <Typography sx={{ mb: 2, color: 'text.secondary' }}>
        This club is on a network. Sign in with the passphrase of the coach, or of the helpers.
      </Typography>
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          onTry(passphrase);
        }}
        sx={{ display: 'grid', gap: 1.5 }}
      >
        <TextField
          label="Passphrase"
          type="password"
          autoComplete="current-password"
          fullWidth
          value={passphrase}
          onChange={(event) => setPassphrase(event.target.value)}
        />
        <Button type="submit" variant="contained" disabled={busy || passphrase === ''}>
          Sign in
        </Button>
        {error && <ErrorBox error={error} title="Not signed in" />}
      </Box>
    </Box>
  );
}

import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { createContext, use, useCallback, useMemo, useState, type ReactNode } from 'react';

interface Notice {
  readonly text: string;
  readonly undo?: () => void;
}

const NoticeContext = createContext<(notice: Notice) => void>(() => undefined);

/** Says in one line what just happened, with the way back where there is one. */
export function NoticeProvider({ children }: { readonly children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const [open, setOpen] = useState(false);
  const show = useCallback((next: Notice) => {
    setNotice(next);
    setOpen(true);
  }, []);
  const close = useCallback(() => setOpen(false), []);
  const action = useMemo(
    () =>
      notice?.undo && (
        <Button
          color="inherit"
          size="small"
          onClick={() => {
            notice.undo?.();
            close();
          }}
        >
          Undo
        </Button>
      ),
    [notice, close],
  );
  return (
    <NoticeContext value={show}>
      {children}
      <Snackbar
        open={open}
        autoHideDuration={10_000}
        onClose={close}
        message={notice?.text}
        action={action}
      />
    </NoticeContext>
  );
}

export const useNotice = () => use(NoticeContext);

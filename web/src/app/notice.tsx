import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { createContext, use, useCallback, useState, type ReactNode } from 'react';

interface Notice {
  readonly text: string;
  readonly undo?: () => void;
  /** Another thing to do about it than undoing it. */
  readonly also?: { readonly label: string; readonly run: () => void };
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
  const act = notice?.also ?? (notice?.undo ? { label: 'Undo', run: notice.undo } : null);
  const action = act && (
    <Button
      color="inherit"
      size="small"
      onClick={() => {
        act.run();
        close();
      }}
    >
      {act.label}
    </Button>
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

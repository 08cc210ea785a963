'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { createContext, useCallback, useContext, useState, type ReactNode } from 'react';
import { afterPointerUp } from '@/client/after-pointer-up';

export interface Notice {
  readonly text: string;
  /** A refusal stays until it is dismissed. A success disappears by itself. */
  readonly tone: 'done' | 'waiting' | 'refused';
  readonly undo?: () => void;
}

const SEVERITY = { done: 'success', waiting: 'info', refused: 'warning' } as const;

/** Time on screen, ms. A change that can be undone stays long enough to wipe a hand. */
const staysMs = ({ tone, undo }: Notice): number | null => (tone === 'refused' ? null : undo ? 30_000 : 8_000);

const NoticeContext = createContext<(notice: Notice) => void>(() => undefined);

/** One line at the edge of the screen: what was done, with its undo, or why it was not. */
export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<(Notice & { key: number }) | null>(null);
  const tell = useCallback((next: Notice) => afterPointerUp(() => setNotice({ ...next, key: Date.now() })), []);
  const close = () => setNotice(null);
  return (
    <NoticeContext.Provider value={tell}>
      {children}
      <Snackbar
        key={notice?.key}
        open={notice !== null}
        autoHideDuration={notice ? staysMs(notice) : null}
        onClose={(_, why) => why !== 'clickaway' && close()}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
        // On a phone the bottom holds the next action and the rail, so the notice is at the top.
        sx={{ '@media (max-width:599px)': { top: 8, bottom: 'auto' } }}
      >
        <Alert
          severity={notice ? SEVERITY[notice.tone] : 'success'}
          variant="filled"
          onClose={close}
          action={
            notice?.undo ? (
              <Button
                color="inherit"
                onClick={() => {
                  notice.undo?.();
                  close();
                }}
              >
                Undo
              </Button>
            ) : undefined
          }
        >
          {notice?.text}
        </Alert>
      </Snackbar>
    </NoticeContext.Provider>
  );
}

export const useNotice = (): ((notice: Notice) => void) => useContext(NoticeContext);

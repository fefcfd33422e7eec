import Button from '@mui/material/Button';
import Portal from '@mui/material/Portal';
import Snackbar from '@mui/material/Snackbar';
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';
import { sentence } from '../lib/api';
import { useKeys } from '../lib/keys';

interface Toast {
  id: number;
  text: string;
  undo?: () => Promise<unknown>;
  action?: { label: string; run: () => Promise<unknown> };
  problem?: boolean;
}

interface Say {
  /** Tells that something was done; with an undo it can be taken back for ten seconds. */
  done: (text: string, undo?: () => Promise<unknown>) => void;
  /** Proposes what could follow. */
  propose: (text: string, label: string, run: () => Promise<unknown>) => void;
  /** Tells why something was not done. */
  refused: (error: unknown) => void;
  /** Says in words what did not work, where nobody threw. */
  problem: (text: string) => void;
  /** Takes back what was said: something new is under way, and an undo would mean that. */
  clear: () => void;
}

const SayContext = createContext<Say | null>(null);

/** Tells people what happened. */
export function useSay(): Say {
  const say = useContext(SayContext);
  if (!say) throw new Error('There is nothing to say it with.');
  return say;
}

export function Toasts({ children }: { children: ReactNode }) {
  const [toast, setToast] = useState<Toast | null>(null);
  const show = useCallback((next: Omit<Toast, 'id'>) => setToast({ ...next, id: Date.now() }), []);
  const say = useMemo<Say>(
    () => ({
      done: (text, undo) => show({ text, undo }),
      propose: (text, label, run) => show({ text, action: { label, run } }),
      refused: (error) => show({ text: sentence(error), problem: true }),
      problem: (text) => show({ text, problem: true }),
      clear: () => setToast(null),
    }),
    [show],
  );
  const act = async (run: () => Promise<unknown>) => {
    setToast(null);
    try {
      await run();
    } catch (error) {
      say.refused(error);
    }
  };
  useKeys('Everywhere', toast?.undo ? [{ key: 'Ctrl Z', label: 'Undo last change', run: () => toast.undo && void act(toast.undo) }] : []);
  return (
    <SayContext value={say}>
      {children}
      {toast && (
        // Made anew at the end of the page for each message: what stands there before a dialog opens is hidden from readers by it.
        <Portal key={toast.id}>
          <Snackbar
            open
            autoHideDuration={toast.undo || toast.action || toast.problem ? 10_000 : 6000}
            onClose={(_, reason) => reason !== 'clickaway' && setToast(null)}
            anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
            message={toast.text}
            slotProps={{ content: { role: toast.problem ? 'alert' : 'status' } }}
            action={
              <>
                {toast.undo && (
                  <Button color="inherit" size="small" onClick={() => void act(toast.undo!)}>
                    Undo
                  </Button>
                )}
                {toast.action && (
                  <Button color="inherit" size="small" onClick={() => void act(toast.action!.run)}>
                    {toast.action.label}
                  </Button>
                )}
                <Button color="inherit" size="small" onClick={() => setToast(null)}>
                  Close
                </Button>
              </>
            }
          />
        </Portal>
      )}
    </SayContext>
  );
}

import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { sentence } from '../lib/api';

/** Said when something takes longer than a moment. */
export function Loading({ what }: { what: string }) {
  return (
    <div className="empty" role="status">
      Loading {what}…
    </div>
  );
}

/** What will be here, and the one button that begins it. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="empty">
      <strong>{title}</strong>
      {children}
    </div>
  );
}

/** What went wrong and what to do. */
export function Failed({ error, again }: { error: unknown; again: () => void }) {
  return (
    <div className="problem" role="alert">
      <span className="grow">{sentence(error)}</span>
      <Button variant="outlined" onClick={again}>
        Try again
      </Button>
    </div>
  );
}

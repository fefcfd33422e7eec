import Drawer from '@mui/material/Drawer';
import type { KeyboardEvent, ReactNode } from 'react';
import './panel.css';

interface Props {
  title: string;
  onClose: () => void;
  /** Beside the title: where the data is from and how old it is. */
  aside?: ReactNode;
  width?: number;
  children: ReactNode;
}

/** What slides in over the sheet and goes again. */
export function Panel({ title, onClose, aside, width = 520, children }: Props) {
  return (
    <Drawer
      anchor="right"
      open
      onClose={onClose}
      slotProps={{ paper: { sx: { width, bgcolor: 'var(--paper)' }, className: 'side', 'aria-label': title } }}
    >
      <div className="spread side-head">
        <h2>{title}</h2>
        <span className="soft small grow">{aside}</span>
        <button className="linkish" onClick={onClose}>
          Close
        </button>
      </div>
      <div className="side-body" onKeyDown={stepThrough}>
        {children}
      </div>
    </Drawer>
  );
}

/** Arrows go through what can be taken, from the search field on. */
function stepThrough(event: KeyboardEvent<HTMLElement>) {
  if (event.target instanceof HTMLTextAreaElement || event.target instanceof HTMLSelectElement) return;
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (!step) return;
  const stops = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-stop]:not(:disabled)')];
  const at = stops.indexOf(event.target as HTMLElement);
  const next = at < 0 ? stops[step === 1 ? 0 : stops.length - 1] : stops[at + step];
  if (!next) return;
  event.preventDefault();
  next.focus();
}

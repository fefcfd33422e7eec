import type { ReactNode } from 'react';
import './setup.css';

/** The page before anyone is signed in: the shop's name on the left, the form on the right. */
export function Door({ title, text, children }: { title: string; text: string; children: ReactNode }) {
  return (
    <main className="door">
      <div className="door-left">
        <h1>{title}</h1>
        <p>{text}</p>
        <span className="door-brand">YARDSTICK</span>
        <div className="door-rule" aria-hidden />
      </div>
      <div className="door-right">{children}</div>
    </main>
  );
}

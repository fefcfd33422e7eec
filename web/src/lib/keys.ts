import { useEffect, useMemo, useRef, useSyncExternalStore } from 'react';

/** A key of the present page, or a command without one. */
export interface KeyBinding {
  /** As shown: `N`, `/`, `Ctrl K`, `Shift ←`. Empty for a command without key. */
  key: string;
  /** What it does, in words. */
  label: string;
  run: () => void;
  /** True where it works while typing too. */
  always?: boolean;
  /** Not in the command list: it needs a place that is focused. */
  hidden?: boolean;
}

let groups: { title: string; bindings: KeyBinding[] }[] = [];
const listeners = new Set<() => void>();

function change(next: typeof groups) {
  groups = next;
  listeners.forEach((listener) => listener());
}

function pressed(event: KeyboardEvent): string {
  const names: Record<string, string> = { ArrowLeft: '←', ArrowRight: '→', ArrowUp: '↑', ArrowDown: '↓', Escape: 'Esc', ' ': 'Space' };
  const key = names[event.key] ?? (event.key.length === 1 ? event.key.toUpperCase() : event.key);
  return `${event.ctrlKey || event.metaKey ? 'Ctrl ' : ''}${event.altKey ? 'Alt ' : ''}${event.shiftKey && event.key.length > 1 ? 'Shift ' : ''}${key}`;
}

function typing(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));
}

/** What holds the keys while it is open. One that fades out is closed: the next key is the page's already. */
const OPEN = ['[role="dialog"][aria-modal="true"]', '.MuiDialog-root', '.MuiPopover-root']
  .map((part) => `${part}:not([aria-hidden="true"], [aria-hidden="true"] *)`)
  .join(', ');

window.addEventListener('keydown', (event) => {
  if (event.defaultPrevented) return;
  const name = pressed(event);
  const dialog = document.querySelector(OPEN);
  for (const group of [...groups].reverse()) {
    const binding = group.bindings.find((b) => b.key === name);
    if (!binding) continue;
    if (!binding.always && (typing(event.target) || dialog)) return;
    event.preventDefault();
    binding.run();
    return;
  }
});

/** Makes keys work while the component is shown, and lists them on the key sheet and in the command list. */
export function useKeys(title: string, bindings: KeyBinding[]) {
  const latest = useRef(bindings);
  useEffect(() => {
    latest.current = bindings;
  });
  const shape = useMemo(() => JSON.stringify(bindings.map((b) => [b.key, b.label, b.always, b.hidden])), [bindings]);
  useEffect(() => {
    const names = JSON.parse(shape) as [string, string, boolean | undefined, boolean | undefined][];
    const group = {
      title,
      bindings: names.map(([key, label, always, hidden], i) => ({ key, label, always, hidden, run: () => latest.current[i]?.run() })),
    };
    change([...groups, group]);
    return () => change(groups.filter((g) => g !== group));
  }, [title, shape]);
}

/** All keys and commands of the present page. */
export function useAllKeys() {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => groups,
  );
}

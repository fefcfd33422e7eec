import { useMemo, useRef } from 'react';

/** Something that was done and can be taken back. */
export interface Step {
  /** What was done, in words. */
  text: string;
  undo: () => Promise<unknown>;
  redo: () => Promise<unknown>;
}

const LONGEST = 200;

/** What was done on this sheet from this screen, to be undone and redone in turn. */
export function useHistory() {
  const done = useRef<Step[]>([]);
  const undone = useRef<Step[]>([]);
  return useMemo(
    () => ({
      did: (step: Step) => {
        done.current = [...done.current.slice(-LONGEST + 1), step];
        undone.current = [];
      },
      /** Forgets a step that was taken back in another way. */
      drop: (step: Step) => {
        done.current = done.current.filter((other) => other !== step);
      },
      /** Takes the last step back; what was refused is forgotten, for others changed it since. Returns its words, or null where there was nothing. */
      undo: async (): Promise<string | null> => {
        const step = done.current.pop();
        if (!step) return null;
        await step.undo();
        undone.current.push(step);
        return step.text;
      },
      redo: async (): Promise<string | null> => {
        const step = undone.current.pop();
        if (!step) return null;
        await step.redo();
        done.current.push(step);
        return step.text;
      },
    }),
    [],
  );
}

export type History = ReturnType<typeof useHistory>;

import { useMemo } from 'react';

/** Something that was done and can be taken back. */
export interface Step {
  /** What was done, in words. */
  text: string;
  undo: () => Promise<unknown>;
  redo: () => Promise<unknown>;
}

const LONGEST = 200;

/** What was done, to be undone and redone in turn. */
export function makeHistory() {
  let done: Step[] = [];
  let undone: Step[] = [];
  let underWay: Promise<unknown> = Promise.resolve();
  return {
    /** Notes work that becomes a step once it is kept: whoever takes it back at once waits for it. */
    during: <T>(work: Promise<T>): Promise<T> => {
      underWay = Promise.allSettled([underWay, work]).then(() => undefined);
      return work;
    },
    did: (step: Step) => {
      done = [...done.slice(-LONGEST + 1), step];
      undone = [];
    },
    /** Forgets a step that was taken back in another way. */
    drop: (step: Step) => {
      done = done.filter((other) => other !== step);
    },
    /**
     * Takes the last step back; what was refused is forgotten, for others changed it since. Returns its words, or null where there was
     * nothing.
     */
    undo: async (): Promise<string | null> => {
      await underWay;
      const step = done.pop();
      if (!step) return null;
      await step.undo();
      undone.push(step);
      return step.text;
    },
    redo: async (): Promise<string | null> => {
      await underWay;
      const step = undone.pop();
      if (!step) return null;
      await step.redo();
      done.push(step);
      return step.text;
    },
  };
}

/** What was done on this sheet from this screen. */
export const useHistory = () => useMemo(makeHistory, []);

export type History = ReturnType<typeof makeHistory>;

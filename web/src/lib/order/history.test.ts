import { describe, expect, it } from 'vitest';
import { makeHistory } from './useHistory';

const nothing = () => Promise.resolve();

describe('history', () => {
  it('takes back what is still on its way to the server', async () => {
    const history = makeHistory();
    let kept: () => void = () => undefined;
    void history.during(
      new Promise<void>((resolve) => (kept = resolve)).then(() => history.did({ text: 'Hours', undo: nothing, redo: nothing })),
    );
    const undone = history.undo();
    kept();
    expect(await undone).toBe('Hours');
    expect(await history.undo()).toBeNull();
    expect(await history.redo()).toBe('Hours');
  });

  it('is not held up by work that was refused', async () => {
    const history = makeHistory();
    history.did({ text: 'Before', undo: nothing, redo: nothing });
    await history.during(Promise.reject(new Error('refused'))).catch(() => undefined);
    expect(await history.undo()).toBe('Before');
  });
});

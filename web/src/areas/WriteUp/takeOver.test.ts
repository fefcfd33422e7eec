import { describe, expect, it } from 'vitest';
import { takeKey } from './takeOver';

describe('what is taken over', () => {
  it('is told apart by its record', () => {
    expect(takeKey({ kind: 'job', id: 7, title: 'Pads', cannedJobId: null })).not.toBe(
      takeKey({ kind: 'job', id: 8, title: 'Pads', cannedJobId: null }),
    );
    expect(takeKey({ kind: 'job', id: 7, title: 'Pads', cannedJobId: null })).not.toBe(
      takeKey({ kind: 'reminder', id: 7, title: 'Pads', cannedJobId: null }),
    );
  });
  it('is told apart by its title where it has no record', () =>
    expect(takeKey({ kind: 'work', id: null, title: 'Coolant', cannedJobId: 3 })).toBe(
      takeKey({ kind: 'work', id: null, title: 'Coolant', cannedJobId: null }),
    ));
});

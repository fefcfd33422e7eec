import { describe, expect, it } from 'vitest';
import { takeKey } from './takeOver';

describe('what is taken over', () => {
  it('is told apart by its record', () => {
    expect(takeKey({ kind: 'Job', id: 7, title: 'Pads', cannedJobId: null })).not.toBe(
      takeKey({ kind: 'Job', id: 8, title: 'Pads', cannedJobId: null }),
    );
    expect(takeKey({ kind: 'Job', id: 7, title: 'Pads', cannedJobId: null })).not.toBe(
      takeKey({ kind: 'Reminder', id: 7, title: 'Pads', cannedJobId: null }),
    );
  });
  it('is told apart by its title where it has no record', () =>
    expect(takeKey({ kind: 'Work', id: null, title: 'Coolant', cannedJobId: 3 })).toBe(
      takeKey({ kind: 'Work', id: null, title: 'Coolant', cannedJobId: null }),
    ));
});

import type { Schemas } from '../../lib/api';

/** Why a part goes back, in words. */
export const REASONS: Record<Schemas['PartReturnReason'], string> = {
  Wrong: 'wrong part',
  Spare: 'not needed',
  Defective: 'defective',
  Warranty: 'under warranty',
  Core: 'core',
};

import { describe, expect, it } from 'vitest';
import { vinIn } from './VinScan';

describe('what a bar code says', () => {
  it('is the VIN as it stands', () => expect(vinIn('1TNAHBE04CK021424')).toBe('1TNAHBE04CK021424'));
  it('may be in small letters', () => expect(vinIn('1tnahbe04ck021424')).toBe('1TNAHBE04CK021424'));
  it('may have the letter of an import before it', () => expect(vinIn('I1TNAHBE04CK021424')).toBe('1TNAHBE04CK021424'));
  it('may have an address around it', () => expect(vinIn('https://cars.example/v/1TNAHBE04CK021424?x=1')).toBe('1TNAHBE04CK021424'));
  it('is none with a letter that no VIN has', () => expect(vinIn('1TNAHBE04CKO21424')).toBeNull());
  it('is none when it is too short', () => expect(vinIn('1TNAHBE04CK02142')).toBeNull());
});

import { describe, expect, it } from 'vitest';

// The API module touches the page's storage when it is loaded.
globalThis.sessionStorage = { getItem: () => null, setItem: () => undefined } as unknown as Storage;
globalThis.location = { origin: 'http://127.0.0.1' } as Location;
const { bytes } = await import('./upload');

describe('the size of a file', () => {
  it('is never nothing', () => expect(bytes(3)).toBe('1 kB'));
  it('is whole kilobytes', () => expect(bytes(20_480)).toBe('20 kB'));
  it('is megabytes with a tenth', () => expect(bytes(1_572_864)).toBe('1.5 MB'));
});

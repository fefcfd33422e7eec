/** The digit of a thing in a row of which nine at a time have digits; empty where another nine have them. */
export const digitOf = (index: number, from: number) => (index >= from && index < from + 9 ? String(index - from + 1) : '');

/** Where the next nine begin, the first again behind the last. */
export const nextNine = (from: number, count: number) => (from + 9 < count ? from + 9 : 0);

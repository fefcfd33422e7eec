import base from './playwright.config';
export default { ...base, expect: { timeout: 6000 }, timeout: 90000 };

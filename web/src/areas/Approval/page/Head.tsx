/** @jsxImportSource preact */
import type { components } from '../../../lib/schema';

const dial = (phone: string) => `tel:${phone.replace(/[^\d+]/g, '')}`;

/** The shop's name, logo and telephone over every page of a customer, in the shop's color where it has one. */
export function Head({ shop, phone, logo, color, ink }: components['schemas']['PageHead']) {
  return (
    <header class="shop" style={color ? `--shop: ${color}; --shop-ink: ${ink}` : undefined}>
      <span class="name">
        {logo && <img src="/api/logo.png?small=true" alt="" />}
        <b>{shop}</b>
      </span>
      {phone && <a href={dial(phone)}>{phone}</a>}
    </header>
  );
}

/** The one thing to do where a link is good for nothing any more. */
export const Call = ({ phone }: { phone: string }) =>
  phone ? (
    <a class="send" href={dial(phone)}>
      {`Call ${phone}`}
    </a>
  ) : null;

/** What went wrong, and another try. */
export const Trouble = ({ words, again }: { words: string; again: () => void }) => (
  <main class="alone">
    <h1>{words}</h1>
    <button class="plain" onClick={again}>
      Try again
    </button>
  </main>
);

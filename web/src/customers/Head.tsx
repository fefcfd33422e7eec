/** @jsxImportSource preact */

/** The shop's name, logo and telephone over every page of a customer. */
export function Head({ shop, phone, logo }: { shop: string; phone: string; logo: boolean }) {
  return (
    <header class="shop">
      <span class="name">
        {logo && <img src="/api/logo.png" alt="" />}
        <b>{shop}</b>
      </span>
      {phone && <a href={`tel:${phone.replace(/[^\d+]/g, '')}`}>{phone}</a>}
    </header>
  );
}

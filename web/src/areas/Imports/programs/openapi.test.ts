import { describe, expect, it } from 'vitest';
import { areasOf, targetOf, typeOf, type Document } from './openapi';

const document: Document = {
  paths: {
    '/api/invoices/{id}': {
      get: { tags: ['Billing'], description: 'An invoice.', 'x-right': 'See repair orders', responses: {} },
      delete: { tags: ['Billing'], description: 'An invoice.', 'x-in-person': true, responses: {} },
    },
    '/api/orders': { post: { tags: ['Orders'], description: 'Begins an order.', 'x-changes': true, responses: {} } },
    '/live': { get: { responses: {} } },
  },
  components: { schemas: { Row: { type: 'object', properties: { id: { type: 'integer' } } } } },
};

describe('the API as a program reads it', () => {
  it('is grouped by area and feature, without what only people may call', () => {
    expect(areasOf(document, '')).toEqual([
      ['Billing', [{ about: 'An invoice.', endpoints: [expect.objectContaining({ method: 'GET', path: '/api/invoices/{id}' })] }]],
      ['Orders', [{ about: 'Begins an order.', endpoints: [expect.objectContaining({ method: 'POST' })] }]],
    ]);
  });

  it('is searched by every word, in any order', () => {
    expect(areasOf(document, 'see INVOICES').map(([area]) => area)).toEqual(['Billing']);
    expect(areasOf(document, 'invoices begins')).toEqual([]);
  });

  it('says types in words and where they lead', () => {
    expect(typeOf({ type: 'array', items: { $ref: '#/components/schemas/Row' } })).toBe('Row[]');
    expect(typeOf({ oneOf: [{ type: 'null' }, { $ref: '#/components/schemas/Instant' }] })).toBe('moment or none');
    expect(typeOf({ type: ['null', 'string'] })).toBe('text or none');
    expect(targetOf(document, { type: 'array', items: { $ref: '#/components/schemas/Row' } })?.[0]).toBe('Row');
    expect(targetOf(document, { type: 'string' })).toBeNull();
  });
});

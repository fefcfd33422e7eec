/** The part of an OpenAPI document that the page of the API reads. */
export interface Document {
  paths: Record<string, Record<string, Operation>>;
  components: { schemas: Record<string, Schema> };
}

export interface Operation {
  tags?: string[];
  description?: string;
  parameters?: { name: string; in: string; required?: boolean; description?: string; schema: Schema }[];
  requestBody?: { content: Record<string, { schema: Schema }> };
  responses: Record<string, { content?: Record<string, { schema?: Schema }> }>;
  'x-right'?: string;
  'x-changes'?: boolean;
  'x-in-person'?: boolean;
}

export interface Schema {
  $ref?: string;
  type?: string | string[];
  format?: string;
  description?: string;
  enum?: (string | null)[];
  items?: Schema;
  oneOf?: Schema[];
  properties?: Record<string, Schema>;
  required?: string[];
  additionalProperties?: Schema | boolean;
}

export interface Endpoint {
  method: string;
  path: string;
  operation: Operation;
}

/** What belongs together: the endpoints of one feature, under its sentence. */
export interface Feature {
  about: string;
  endpoints: Endpoint[];
}

const METHODS = ['get', 'post', 'put', 'delete'];

/** Endpoints that a program can call, by area and feature; those that hold every word of a search. */
export function areasOf(document: Document, search: string): [area: string, features: Feature[]][] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const areas = new Map<string, Map<string, Endpoint[]>>();
  for (const [path, methods] of Object.entries(document.paths))
    for (const method of METHODS) {
      const operation = methods[method];
      if (!operation || operation['x-in-person'] || !path.startsWith('/api/')) continue;
      const area = operation.tags?.[0] ?? '';
      const about = operation.description ?? '';
      const text = `${method} ${path} ${area} ${about} ${operation['x-right'] ?? ''}`.toLowerCase();
      if (!words.every((word) => text.includes(word))) continue;
      const features = areas.get(area) ?? new Map<string, Endpoint[]>();
      areas.set(area, features);
      features.set(about, [...(features.get(about) ?? []), { method: method.toUpperCase(), path, operation }]);
    }
  return [...areas]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([area, features]) => [area, [...features].map(([about, endpoints]) => ({ about, endpoints }))]);
}

const nameOf = (ref: string) => ref.split('/').at(-1) ?? '';

/** A schema in a few words: `InvoiceRow[]`, `text`, `number or none`. */
export function typeOf(schema: Schema): string {
  if (schema.$ref) {
    const name = nameOf(schema.$ref);
    return name === 'Instant' ? 'moment' : name === 'LocalDate' ? 'day' : name === 'LocalDateTime' ? 'wall time' : name;
  }
  if (schema.oneOf) {
    const types = schema.oneOf.map(typeOf);
    return types.filter((type) => type !== 'none').join(' or ') + (types.includes('none') ? ' or none' : '');
  }
  if (schema.enum) return schema.enum.filter((value) => value !== null).join(' | ');
  const types = [schema.type ?? 'object'].flat();
  const type = types.find((other) => other !== 'null');
  if (!type) return 'none';
  const none = types.includes('null') ? ' or none' : '';
  if (type === 'array') return `${schema.items ? typeOf(schema.items) : 'object'}[]${none}`;
  const words: Record<string, string> = { string: schema.format ?? 'text', integer: 'whole number', boolean: 'true or false' };
  return (words[type] ?? type) + none;
}

/** The named schema that a schema leads to: itself, its items, or what it may be beside none. */
export function targetOf(document: Document, schema: Schema): [name: string, Schema] | null {
  if (schema.$ref) {
    const name = nameOf(schema.$ref);
    const found = document.components.schemas[name];
    return found ? [name, found] : null;
  }
  for (const inner of [schema.items, ...(schema.oneOf ?? [])]) {
    const found = inner && targetOf(document, inner);
    if (found) return found;
  }
  return null;
}

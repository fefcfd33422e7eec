import { api, unwrap, type Schemas } from './api';

const raw = { bodySerializer: (body: unknown) => body as Blob, headers: { 'Content-Type': 'application/octet-stream' } };

/** Keeps a picture and answers its hash. */
export async function uploadPhoto(file: Blob): Promise<string> {
  return (await unwrap(api.POST('/api/photos', { ...raw, body: file as never }))).hash;
}

/** Puts a file on a customer, a vehicle or an order. */
export function uploadFile(kind: Schemas['RecordKind'], id: number, file: File) {
  return unwrap(
    api.POST('/api/files/{kind}/{id}', { ...raw, params: { path: { kind, id }, query: { name: file.name } }, body: file as never }),
  );
}

/** Sends a table to be looked at. */
export async function uploadTable(kind: Schemas['ImportKind'], file: File): Promise<number> {
  return (
    await unwrap(api.POST('/api/imports/{kind}', { ...raw, params: { path: { kind }, query: { name: file.name } }, body: file as never }))
  ).id;
}

/** Brings the shop's own labor guide in, or only looks at the file; answers what came or would come of it. */
export function uploadGuide(file: File, onlyLook = false) {
  const body = { ...raw, body: file as never };
  return unwrap(onlyLook ? api.POST('/api/own-guide/preview', body) : api.POST('/api/own-guide', body));
}

/** Takes points of an inspection's template from a table. */
export function uploadPoints(id: number, file: File) {
  return unwrap(api.POST('/api/inspection-templates/{id}/points.csv', { ...raw, params: { path: { id } }, body: file as never }));
}

/** Reads a supplier's UBL invoice; nothing is kept yet. */
export function uploadBill(file: File) {
  return unwrap(api.POST('/api/supplier-bills/read', { ...raw, body: file as never }));
}

/** Puts a logo on the shop's documents. */
export function uploadLogo(file: File) {
  return unwrap(api.POST('/api/setup/logo', { ...raw, body: file as never }));
}

/** A number of bytes as people say it. */
export function bytes(size: number): string {
  return size < 1024 * 1024 ? `${Math.max(1, Math.round(size / 1024))} kB` : `${(size / 1024 / 1024).toFixed(1)} MB`;
}

import type { Fault, Result } from '@/core/result';

/** Codes whose status is not that of a rule of the work (422). */
const statusOf: Readonly<Record<string, number>> = Object.freeze({
  form: 400,
  foreign: 403,
  'no-job': 404,
  'not-found': 404,
  'no-way': 404,
  method: 405,
  stale: 409,
  busy: 409,
  exists: 409,
  'too-long': 413,
  'photo-large': 413,
  'media-type': 415,
  'too-many-streams': 429,
  'too-many-photos': 429,
  bug: 500,
  closing: 503,
  'disk-full': 507,
});

/** What is said to one page is kept by no cache and drawn into no other page. */
const headers = { 'cache-control': 'no-store', 'cross-origin-resource-policy': 'same-origin' };

/** A result as JSON: 200, or the status that fits its code (422 where the rules of the work refuse). */
export const respond = (result: Result<unknown>, more: HeadersInit = {}): Response =>
  Response.json(result, {
    status: result.ok ? 200 : (statusOf[result.fault.code] ?? 422),
    headers: { ...headers, ...more },
  });

/** A document as it is, not wrapped as a result: a file, a schema. */
export const respondWith = (body: string | Uint8Array, contentType: string, fileName?: string): Response =>
  new Response(body as BodyInit, {
    headers: {
      ...headers,
      'content-type': contentType,
      ...(fileName ? { 'content-disposition': `attachment; filename="${fileName}"` } : {}),
    },
  });

/** A document as JSON. */
export const respondJson = (document: unknown, fileName?: string): Response =>
  respondWith(JSON.stringify(document), 'application/json; charset=utf-8', fileName);

export const faultOf = (code: string, sentence: string, remedy: string): { ok: false; fault: Fault } => ({
  ok: false,
  fault: { code, sentence, remedy },
});

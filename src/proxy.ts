import { type NextRequest, NextResponse } from 'next/server';
import { foreignFault } from './app/same-origin';

const refused = (code: string, sentence: string, remedy: string, status: number) =>
  NextResponse.json({ ok: false, fault: { code, sentence, remedy } }, { status });

/** The browser too keeps every request on this machine, and no other page can draw Jicara inside its own. */
const policyFor = (nonce: string) =>
  [
    "default-src 'self'",
    "media-src 'self' blob:",
    // Only scripts that this answer names. WebAssembly counts checksums in a worker, compiled from the application’s own code.
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "frame-ancestors 'none'",
    "base-uri 'none'",
    "object-src 'none'",
    "form-action 'self'",
  ].join('; ');

/** An address that is none, however it is spelled: broken escapes and NUL. */
function isBroken(path: string): boolean {
  try {
    return decodeURIComponent(path).includes('\0');
  } catch {
    return true;
  }
}

/** Nobody signs in on the machine itself, so pages of other origins and hosts must not reach it. */
export function proxy(request: NextRequest) {
  const foreign = foreignFault(request.method, request.headers);
  if (foreign)
    return refused(
      'foreign',
      foreign,
      'Open Jicara by the address it prints when it starts; a program names that address in an Origin header.',
      403,
    );
  if (isBroken(request.nextUrl.pathname))
    return refused('form', 'This is no address.', 'Follow a link of Jicara’s own.', 400);
  const nonce = crypto.randomUUID().replaceAll('-', '');
  const policy = policyFor(nonce);
  const headers = new Headers(request.headers);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

// Archives are longer than what passes through here; their routes look at where they come from by themselves.
export const config = { matcher: '/((?!_next/static|api/workshop/restore).*)' };

import { type NextRequest, NextResponse } from 'next/server';

const refused = (sentence: string) =>
  NextResponse.json(
    {
      ok: false,
      fault: { code: 'foreign', sentence, remedy: 'Open Jicara by the address it prints when it starts.' },
    },
    { status: 403 },
  );

/** Nobody signs in on the machine itself, so pages of other origins and hosts must not reach it. */
export function proxy(request: NextRequest) {
  const host = request.headers.get('host') ?? '';
  const port = process.env.JICARA_PORT ?? '4780';
  const own = ['127.0.0.1', 'localhost', '[::1]', process.env.JICARA_HOST ?? ''];
  // The port of http itself is left out of an address (RFC 9110, section 4.2.1).
  const isOwn = own.some((name) => host === `${name}:${port}` || (port === '80' && host === name));
  if (!isOwn) return refused('This address is not Jicara’s own.');
  const origin = request.headers.get('origin');
  if (origin !== null && origin !== `http://${host}`) return refused('This request comes from another page.');
  return NextResponse.next();
}

export const config = { matcher: '/((?!_next/static).*)' };

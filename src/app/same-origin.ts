/** The methods that change nothing (RFC 9110, section 9.2.1). */
const isSafe = (method: string) => ['GET', 'HEAD', 'OPTIONS'].includes(method);

/** Whether a request comes to Jicara under a name of its own: pages elsewhere may have another name resolved to this machine. */
export function isOwnHost(host: string): boolean {
  const port = process.env.JICARA_PORT ?? '4780';
  const names = ['127.0.0.1', 'localhost', '[::1]', process.env.JICARA_HOST ?? ''];
  // The port of http itself is left out of an address (RFC 9110, section 4.2.1).
  return names.some((name) => host === `${name}:${port}` || (port === '80' && host === name));
}

/** What is wrong with where a request comes from, in a sentence; null where nothing is. */
export function foreignFault(method: string, headers: Headers): string | null {
  const host = headers.get('host') ?? '';
  if (!isOwnHost(host)) return 'This address is not Jicara’s own.';
  const origin = headers.get('origin');
  if (origin !== null) return origin === `http://${host}` ? null : 'This request comes from another page.';
  // A browser says where a request comes from (Fetch Metadata); whoever is no browser names the origin.
  const site = headers.get('sec-fetch-site');
  if (isSafe(method)) return site === 'cross-site' || site === 'same-site' ? foreignRead(headers) : null;
  if (site === 'same-origin' || site === 'none') return null;
  return site === null
    ? 'This request does not say that it comes from Jicara’s own page.'
    : 'This request comes from another page.';
}

/** A link from elsewhere may lead to a page; what is drawn into another page may not. */
const foreignRead = (headers: Headers): string | null =>
  headers.get('sec-fetch-mode') === 'navigate' ? null : 'This request comes from another page.';

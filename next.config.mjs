/** The browser too keeps every request on this machine, and no other page can draw Jicara inside its own. */
const policy = [
  "default-src 'self'",
  // WebAssembly counts checksums in a worker; it is compiled from the application's own code only.
  "script-src 'self' 'unsafe-inline' 'wasm-unsafe-eval'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "frame-ancestors 'none'",
  "base-uri 'none'",
  "form-action 'self'",
].join('; ');

/** @type {import('next').NextConfig} */
const config = {
  serverExternalPackages: ['@electric-sql/pglite', 'sharp'],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // A longer body would be cut off on its way and look like broken JSON: routes refuse above 24 MiB by themselves.
  experimental: { proxyClientMaxBodySize: 25 * 1024 * 1024 },
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'Content-Security-Policy', value: policy },
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
      ],
    },
  ],
  outputFileTracingRoot: import.meta.dirname,
  turbopack: { root: import.meta.dirname },
};

export default config;

/** @type {import('next').NextConfig} */
const config = {
  serverExternalPackages: ['@electric-sql/pglite', 'sharp', 'pino', 'rotating-file-stream'],
  poweredByHeader: false,
  // Scripts are packed with the build (scripts/lib/packed); packing answers as they come would cost more than it saves on one machine, or one cable apart.
  compress: false,
  // Types are checked by `npm test`; a start does not wait for that.
  typescript: { ignoreBuildErrors: true },
  reactStrictMode: true,
  devIndicators: false,
  // A longer body would be cut off on its way and look like broken JSON: routes refuse above 24 MiB by themselves.
  experimental: { proxyClientMaxBodySize: 25 * 1024 * 1024 },
  // What scripts may run is said by src/proxy.ts, anew for each answer.
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
        { key: 'Cross-Origin-Resource-Policy', value: 'same-origin' },
      ],
    },
  ],
  outputFileTracingRoot: import.meta.dirname,
  turbopack: { root: import.meta.dirname },
};

export default config;

import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  // What has not changed is not drawn again at every key.
  reactCompiler: true,
  // `npm test` checks the types of everything; a build need not do it again.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: [
    'better-auth',
    '@node-rs/argon2',
    'bwip-js',
    'pino',
    'prom-client',
    'piscina',
    '@libsql/client',
    'libsql',
    'jsdom',
    'sharp',
    'dompurify',
    'pdfkit',
    'exceljs',
    'subset-font',
  ],
  // A request passes the gate with its body: as much of it as the largest upload needs, a catalog with its pictures.
  experimental: { proxyClientMaxBodySize: 97 * 1024 * 1024 },
  turbopack: { root: import.meta.dirname },
  headers: () =>
    Promise.resolve([
      {
        source: '/(.*)',
        headers: [
          { key: 'X-Content-Type-Options', value: 'nosniff' },
          { key: 'Referrer-Policy', value: 'same-origin' },
        ],
      },
      // Pages have a policy by the answer (`src/proxy.ts`), and pictures a stricter one of their own.
      {
        source: '/api/(.*)',
        headers: [
          {
            key: 'Content-Security-Policy',
            value: "frame-ancestors 'self'; base-uri 'self'; object-src 'none'; img-src 'self' data: blob:",
          },
        ],
      },
    ]),
};

export default config;

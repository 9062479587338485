import type { NextConfig } from 'next';

const studioOnly = [
  { key: 'X-Frame-Options', value: 'DENY' },
  { key: 'Content-Security-Policy', value: "frame-ancestors 'none'" },
];

const config: NextConfig = {
  compiler: { styledComponents: true },
  reactStrictMode: true,
  poweredByHeader: false,
  distDir: process.env['BUILD_DIR'] ?? '.next',
  // `npm test` type-checks with the native compiler; the build need not do it a second time.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['pg', 'pg-boss', 'nodemailer', 'pino'],
  devIndicators: false,
  // Else a server bound to 127.0.0.1 would take its own rewritten addresses for those of another host.
  skipProxyUrlNormalize: true,
  // Kept pages stay in memory, at most so much of it; a process that starts makes them anew.
  cacheMaxMemorySize: 50_000_000,
  experimental: { isrFlushToDisk: false },
  async headers() {
    return [
      {
        source: '/:path*',
        headers: [
          { key: 'X-Content-Type-Options', value: 'nosniff' },
          { key: 'Referrer-Policy', value: 'strict-origin-when-cross-origin' },
        ],
      },
      { source: '/((?!q/).*)', headers: studioOnly },
      { source: '/pictures/:path*', headers: [{ key: 'Cache-Control', value: 'public, max-age=86400' }] },
    ];
  },
};

export default config;

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

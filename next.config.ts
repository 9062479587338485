import type { NextConfig } from 'next';

const config: NextConfig = {
  compiler: { styledComponents: true },
  reactStrictMode: true,
  poweredByHeader: false,
  distDir: process.env['BUILD_DIR'] ?? '.next',
  // `npm test` type-checks with the native compiler; the build need not do it a second time.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: [
    'pg',
    'pg-boss',
    'nodemailer',
    'pino',
    'prom-client',
    '@opentelemetry/sdk-trace-node',
    '@opentelemetry/exporter-trace-otlp-http',
    '@opentelemetry/resources',
    'piscina',
    'exceljs',
    'file-type',
    'mailparser',
    '@zxcvbn-ts/core',
    '@zxcvbn-ts/language-common',
  ],
  devIndicators: false,
  // Pictures are made smaller when they are put in; an address that fetches others and scales them is one more to be held up by.
  images: { unoptimized: true },
  // Else a server bound to 127.0.0.1 would take its own rewritten addresses for those of another host.
  skipProxyUrlNormalize: true,
  // Kept pages stay in memory, at most so much of it; a process that starts makes them anew.
  cacheMaxMemorySize: 50_000_000,
  // Their names say what is in them.
  headers: () =>
    Promise.resolve([
      {
        source: '/fonts/:file*',
        headers: [{ key: 'Cache-Control', value: 'public, max-age=31536000, immutable' }],
      },
    ]),
  // What comes without scripts passes the proxy: a file that a visitor leaves, and the form around it.
  // A style sheet of its own is one more way there and back before a visitor's phone shows anything.
  experimental: { proxyClientMaxBodySize: '11mb', isrFlushToDisk: false, globalNotFound: true, inlineCss: true },
};

export default config;

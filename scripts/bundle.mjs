/** `npm run bundle`: puts what runs beside the server into one file each, under built/: threads and processes, the command, the migrations. */
import { build } from 'esbuild';

await build({
  entryPoints: {
    worker: 'server/platform/background/worker.ts',
    picture: 'server/media/picture.ts',
    'yes-maybe': 'cli/main.ts',
    migrate: 'scripts/migrate.ts',
    serve: 'scripts/serve.ts',
    workspace: 'scripts/workspace.ts',
    months: 'scripts/months.ts',
  },
  outdir: 'built',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  mainFields: ['module', 'main'],
  // Native code, which cannot be bundled, the second of it asked for, and done without; and what reads spreadsheets, loaded for these alone.
  external: ['sharp', 'pg-native', 'exceljs', 'next', 'pino', 'prom-client'],
  banner: { js: "import { createRequire as requirer } from 'node:module'; const require = requirer(import.meta.url);" },
  logLevel: 'warning',
});

// What pages of others load is as short as it can be.
await build({
  entryPoints: { 'embed-loader': 'visitor/embed-loader.js' },
  outdir: 'built',
  minify: true,
  target: 'es2018',
  logLevel: 'warning',
});

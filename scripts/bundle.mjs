/** `npm run bundle`: puts what runs in threads and processes of its own into one file each, under built/. */
import { build } from 'esbuild';

await build({
  entryPoints: {
    worker: 'server/background/worker.ts',
    picture: 'server/background/picture.ts',
  },
  outdir: 'built',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  mainFields: ['module', 'main'],
  // Native code, which cannot be bundled.
  external: ['sharp'],
  banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  logLevel: 'warning',
});

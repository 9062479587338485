/** `npm run schema`: bundles what makes the schema and runs it. */
import { createRequire } from 'node:module';
import { build } from 'esbuild';

await build({
  entryPoints: ['scripts/schema.ts'],
  outfile: 'built/schema.cjs',
  bundle: true,
  platform: 'node',
  format: 'cjs',
  packages: 'external',
  logLevel: 'warning',
});
createRequire(import.meta.url)('../built/schema.cjs');

/** What decides whether the application is built anew. */
import { spawnSync } from 'node:child_process';

it('the build is made anew for whatever Next compiles, and not for what it does not', () => {
  const code = "import('./scripts/lib/build.mjs').then((m) => console.log(JSON.stringify(m.sourceFiles())))";
  const files = JSON.parse(spawnSync(process.execPath, ['-e', code], { encoding: 'utf8' }).stdout) as string[];
  const folders = new Set(files.map((file) => file.split('/')[0]));
  for (const one of [
    'app',
    'contract',
    'core',
    'db',
    'server',
    'studio',
    'ui',
    'visitor',
    'proxy.ts',
    'package-lock.json',
  ])
    expect(folders).toContain(one);
  for (const one of ['tests', 'docs', 'scripts', 'node_modules', 'README.md']) expect(folders).not.toContain(one);
  expect(files.filter((file) => file.endsWith('.test.ts'))).toEqual([]);
});

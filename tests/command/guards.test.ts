/** What the scripts of the tests find by themselves. */
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { execFileSync } from 'node:child_process';

/** Runs an expression on a module of the scripts, which are ES modules that Jest does not read. */
const told = (module: string, expression: string): unknown =>
  JSON.parse(
    execFileSync(process.execPath, [
      '--input-type=module',
      '-e',
      `import * as m from ${JSON.stringify(join(process.cwd(), module))}; console.log(JSON.stringify(${expression}))`,
    ]).toString(),
  );

describe('folders', () => {
  it('that use each other in a circle are found, those that do not are not', () => {
    const uses = (pairs: Record<string, string[]>) =>
      `m.circlesIn(new Map(Object.entries(${JSON.stringify(pairs)}).map(([k, v]) => [k, new Set(v)])))`;
    const circles = (pairs: Record<string, string[]>) => told('scripts/lib/circles.mjs', uses(pairs));
    expect(circles({ app: ['server'], server: ['db'], db: ['core'] })).toEqual([]);
    expect(circles({ a: ['b'], b: ['c'], c: ['a'], d: ['a'], e: ['f'], f: ['e'] })).toEqual([
      ['a', 'b', 'c'],
      ['e', 'f'],
    ]);
  });
});

describe('tests that pass only when tried again', () => {
  const spec = (title: string, status: string) => ({ title, tests: [{ status }] });
  const suites = [
    {
      title: 'write.spec.ts',
      specs: [spec('types', 'flaky'), spec('saves', 'expected')],
      suites: [{ title: 'phone', specs: [spec('scrolls', 'flaky')] }],
    },
  ];
  const names = ['write.spec.ts › types', 'write.spec.ts › phone › scrolls'];

  it('are named', () => {
    expect(told('scripts/lib/flaky.mjs', `m.flakyIn(${JSON.stringify(suites)})`)).toEqual(names);
  });

  it('fail the second time', () => {
    const file = JSON.stringify(join(mkdtempSync(join(tmpdir(), 'flaky-')), 'flaky.json'));
    const remembered = (of: string[]) =>
      told('scripts/lib/flaky.mjs', `m.rememberFlaky(${file}, ${JSON.stringify(of)})`);
    expect(remembered(names.slice(0, 1))).toEqual([]);
    expect(remembered(names)).toEqual(names.slice(0, 1));
  });
});

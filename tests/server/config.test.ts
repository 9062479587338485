/** A setting that is wrong ends the start with one line. */
import type * as Config from '../../server/platform/config';
import { exampleFile, faultsIn, settings } from '../../server/platform/settings';

const read = (name: string, value: string) => {
  const before = process.env[name];
  process.env[name] = value;
  try {
    let config: Config.Config | undefined;
    jest.isolateModules(() => {
      // eslint-disable-next-line @typescript-eslint/no-require-imports -- read anew for each value
      config = (require('../../server/platform/config') as typeof Config).readConfig();
    });
    return config;
  } finally {
    if (before === undefined) Reflect.deleteProperty(process.env, name);
    else process.env[name] = before;
  }
};

test.each([
  ['HASTE', 'slow'],
  ['HASTE', '-1'],
  ['VISITOR_RATE', '0'],
  ['NAME_SERVER', 'a name'],
  ['NAME_SERVER', '127.0.0.1:x'],
  ['LOG_LEVEL', 'loud'],
  ['WORK', 'there'],
  ['DATABASE_CONNECTIONS', '1'],
  ['DATABASE_POOLED', 'yes'],
  ['METRICS_PORT', '70000'],
  ['OPERATORS', 'wren'],
  ['OTEL_EXPORTER_OTLP_ENDPOINT', 'collector:4318'],
  ['PUBLIC_URL', 'quiz.example.com'],
])('%s of %j', (name, value) => expect(() => read(name, value)).toThrow(`${name} is "${value}"`));

test('secrets that are wrong are named, and not shown', () => {
  expect(() => read('AUTH_SECRET', 'a secret that is short')).toThrow(/^AUTH_SECRET is not right: 32 random/);
  expect(() => read('DATABASE_URL', 'mysql://wren:hush@db/x')).toThrow(/^DATABASE_URL is not right: an address as/);
});

test('all that is wrong is told at once, one line each', () => {
  expect(faultsIn({ PUBLIC_URL: 'x', HASTE: '-1', SMTP_URL: 'smtp://127.0.0.1:25' })).toEqual([
    'DATABASE_URL is not set. docs/operating.md tells what it is for.',
    'PUBLIC_URL is "x"; an address as https://host is expected.',
    'AUTH_SECRET is not set. docs/operating.md tells what it is for.',
    'HASTE is "-1"; a number of at least 0 is expected.',
  ]);
});

test('every default and every example is right', () => {
  for (const [name, { otherwise, isRight }] of Object.entries(settings))
    if (otherwise) expect([name, isRight(otherwise)]).toEqual([name, true]);
  const lines = exampleFile().matchAll(/^([A-Z_]+)=(.*)$/gm);
  expect(faultsIn(Object.fromEntries([...lines].map(([, name, value]) => [name, value])))).toEqual([]);
});

test('what is right is read', () => {
  expect(read('HASTE', '0')?.haste).toBe(0);
  expect(read('HASTE', '350')?.haste).toBe(350);
  expect(read('NAME_SERVER', '127.0.0.1:5353')?.nameServer).toBe('127.0.0.1:5353');
  expect(read('NAME_SERVER', '[::1]:53')?.nameServer).toBe('[::1]:53');
});

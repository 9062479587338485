/** A setting that is wrong ends the start with one line. */
import type * as Config from '../../server/platform/config';

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
])('%s of %j', (name, value) => expect(() => read(name, value)).toThrow(`${name} is "${value}"`));

test('what is right is read', () => {
  expect(read('HASTE', '0')?.haste).toBe(0);
  expect(read('HASTE', '350')?.haste).toBe(350);
  expect(read('NAME_SERVER', '127.0.0.1:5353')?.nameServer).toBe('127.0.0.1:5353');
  expect(read('NAME_SERVER', '[::1]:53')?.nameServer).toBe('[::1]:53');
});

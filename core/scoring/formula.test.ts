import { evaluate, namesIn, parseFormula, renamed, roundHalfUp } from './formula';

const names = ['kit', 'kit-2', 'a', 'marks', 'max-speed'];
const values: Record<string, number | null> = { kit: 7, 'kit-2': 3, a: null, marks: 10, 'max-speed': 25 };
const read = (text: string) => parseFormula(text, names);
const value = (text: string) => {
  const parsed = read(text);
  if ('fault' in parsed) throw new Error(`${parsed.fault.at}: ${parsed.fault.reason}`);
  return evaluate(parsed.expression, (name) => values[name] ?? null);
};

describe('a formula', () => {
  test.each<[string, number | null]>([
    ['1 + 2 × 3', 7],
    ['(1 + 2) * 3', 9],
    ['-kit + 10', 3],
    ['− −2', 2],
    ['10 − 4 − 3', 3],
    ['24 ÷ 4 ÷ 2', 3],
    ['kit-2 * 2', 6],
    ['kit - 2 * 2', 3],
    ['min(kit, kit-2, 9)', 3],
    ['max(kit, marks)', 10],
    ['max-speed / 5', 5],
    ['round(2.5)', 3],
    ['round(-2.5)', -2],
    ['round(kit / 3, 2)', 2.33],
    ['if(kit > 5, 1, 2)', 1],
    ['if(kit ≤ 5, 1, 2)', 2],
    ['if(kit = 7, a, 2)', null],
    ['if(kit != 7, a, 2)', 2],
    ['if(a > 1, 1, 1)', null],
    ['a + 1', null],
    ['kit / (marks - 10)', null],
    ['0.1 + 0.2', 0.3],
  ])('%s is %s', (text, expected) => {
    expect(value(text)).toBe(expected);
  });
  test.each<[string, number, RegExp]>([
    ['kit +', 5, /number or a name/],
    ['kit + boots', 6, /no scale “boots”/],
    ['(kit', 4, /“\)”/],
    ['kit $ 2', 4, /means nothing/],
    ['if(kit, 1, 2)', 6, /comparison/],
    ['kit kit', 4, /not expected/],
    ['', 0, /number or a name/],
    ['round(1, 2, 3)', 0, /round takes/],
  ])('%j is wrong at its character %s', (text, at, reason) => {
    const parsed = read(text);
    expect('fault' in parsed && parsed.fault.at).toBe(at);
    expect('fault' in parsed && parsed.fault.reason).toMatch(reason);
  });
  it('takes halves up', () => {
    expect([roundHalfUp(0.5), roundHalfUp(1.5), roundHalfUp(-0.5), roundHalfUp(1.005, 2)]).toEqual([1, 2, 0, 1.01]);
  });
});

test('a formula is read with other names for the same scales', () => {
  const byName = new Map([
    ['Kit', 's-1'],
    ['Kit bag', 's-2'],
  ]);
  expect(renamed('max(Kit bag, Kit) × 2 − marks', byName)).toBe('max(s-2, s-1) × 2 − marks');
  expect(renamed('max(s-2, s-1) × 2 − marks', new Map([...byName].map(([a, b]) => [b, a])))).toBe(
    'max(Kit bag, Kit) × 2 − marks',
  );
});

test.each<[string, string[]]>([
  ['1.25', []],
  ['−kit', ['kit']],
  ['min(kit, a) + max(1, marks)', ['kit', 'a', 'marks']],
  ['round(kit)', ['kit']],
  ['round(kit, a)', ['kit', 'a']],
  ['if(kit < a, marks, kit-2)', ['kit', 'a', 'marks', 'kit-2']],
])('%s names %j', (text, expected) => {
  const parsed = read(text);
  expect('expression' in parsed && namesIn(parsed.expression)).toEqual(expected);
});

test.each<[string, [number, number, number]]>([
  ['<', [1, 0, 0]],
  ['<=', [1, 1, 0]],
  ['≤', [1, 1, 0]],
  ['>', [0, 0, 1]],
  ['>=', [0, 1, 1]],
  ['≥', [0, 1, 1]],
  ['=', [0, 1, 0]],
  ['==', [0, 1, 0]],
  ['!=', [1, 0, 1]],
  ['≠', [1, 0, 1]],
])('%s compares a smaller, an equal and a greater number', (sign, expected) => {
  expect([6, 7, 8].map((n) => value(`if(${n} ${sign} kit, 1, 0)`))).toEqual(expected);
});

test.each([
  '-a',
  'min(kit, a)',
  'max(a, kit)',
  'round(a)',
  'round(kit, a)',
  'if(1 < a, 1, 1)',
  'a * 0',
  '0 / a',
  '0 - a',
])('%s is nothing, since a is nothing', (text) => expect(value(text)).toBeNull());

test('numbers, spaces and signs are read as they are written', () => {
  expect(value('12.345  +   kit')).toBe(19.345);
  expect(value('+ kit')).toBe(7);
  expect(value('kit ÷ 0')).toBeNull();
  expect(read('kit.5')).toHaveProperty('fault');
  expect(read('if(kit + 1, 2, 3)')).toMatchObject({
    fault: { reason: expect.stringContaining('comparison') as string },
  });
  expect(parseFormula('if + 1', ['if'])).toMatchObject({ expression: { left: { is: 'name', name: 'if' } } });
  expect(read('kit(1)')).toHaveProperty('fault');
});

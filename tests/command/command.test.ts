/** The command as somebody runs it: files in, lines out, exit codes. */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { choice, option, page, quiz, result, strongest } from '../quizzes';

const folder = mkdtempSync(join(tmpdir(), 'yes-maybe-command-'));
const file = (name: string, content: unknown) => {
  const path = join(folder, name);
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content));
  return path;
};
const command = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['bin/yes-maybe.mjs', ...args], {
    encoding: 'utf8',
    input: '',
    maxBuffer: 1 << 28,
  });
  return { code: status, out: stdout, err: stderr };
};
const commandFed = (input: string, ...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['bin/yes-maybe.mjs', ...args], {
    encoding: 'utf8',
    input,
  });
  return { code: status, out: stdout, err: stderr };
};

jest.setTimeout(60_000);
afterAll(() => rmSync(folder, { recursive: true }));

const small = quiz(
  [
    page('p1', [
      choice('q1', [option('a', { s: 2, x: 1 }, { credit: 1 }), option('b', { s: 1, y: 1 })], { topic: 'kit' }),
    ]),
    result('end'),
  ],
  {
    scales: [{ id: 's', name: 'S', combine: 'sum' }],
    topics: [{ id: 'kit', name: 'Kit' }],
    verdicts: [strongest('v', ['x', 'y'])],
  },
);
const path = file('small.json', small);

it('check tells what is wrong and exits with 1, and with 0 where nothing is', () => {
  expect(command('check', 'demo/tourer.json')).toMatchObject({ code: 0, out: '● Nothing is wrong that we know of.\n' });
  const bad = command('check', 'demo/winter-tyres.json', '--json');
  expect(bad.code).toBe(1);
  expect(JSON.parse(bad.out)).toMatchObject([
    { code: 'empty-text', severity: 'error', where: ['pace', 'q-pace', 'empty'] },
    { code: 'empty-text', severity: 'error', where: ['sound', 'q-sound'] },
  ]);
});

it('score writes a result per line, with the fields that are promised', () => {
  const runs = file('runs.jsonl', '{"id":"r1","answers":{"q1":["a"]}}\n\n{"id":"r2","answers":{},"seed":4}\n');
  const { code, out } = command('score', path, runs);
  expect(code).toBe(0);
  const [one, two, ...more] = out
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as object);
  expect(more).toEqual([]);
  expect(one).toEqual({
    id: 'r1',
    way: ['p1', 'end'],
    finished: true,
    marks: { awarded: 1, possible: 1, percent: 100, pending: 0 },
    questions: { q1: { credit: 1, awarded: 1 } },
    scales: { s: { points: 2, lowest: 1, highest: 2, percent: 100 } },
    topics: {
      kit: {
        marks: { awarded: 1, possible: 1, percent: 100, pending: 0 },
        scales: { s: { points: 2, lowest: 1, highest: 2, percent: 100 } },
      },
    },
    verdicts: { v: { outcomes: ['x'], tallies: { x: 1, y: 0 } } },
  });
  expect(two).toMatchObject({
    id: 'r2',
    questions: { q1: { credit: null, awarded: 0 } },
    verdicts: { v: { outcomes: ['x'] } },
  });
});

it('score reads runs from a pipe, and writes nothing where one of them is wrong', () => {
  expect(commandFed('{"id":"r1","answers":{"q1":["b"]}}\n', 'score', path, '-')).toMatchObject({ code: 0 });
  const wrong = commandFed(
    '{"id":"r1","answers":{"q1":["b"]}}\n{"id":"r2","answers":{"q1":["z"]}}\n',
    'score',
    path,
    '-',
  );
  expect(wrong).toEqual({ code: 2, out: '', err: '-: line 2: /answers/q1: there is no option "z"\n' });
});

test.each<[string, string[], string]>([
  ['a quiz that is not there', ['check', 'nowhere.json'], 'nowhere.json: there is no such file'],
  [
    'a quiz that is not JSON',
    ['check', file('broken.json', '{\n"format": ,\n}')],
    'broken.json: line 2: this is not JSON',
  ],
  [
    'a quiz with a strange field',
    ['check', file('strange.json', { ...small, colour: 'red' })],
    'strange.json: /colour: there is no such field here',
  ],
  [
    'runs that are not JSON',
    ['score', path, file('broken.jsonl', '{"id":"a"}\n{oops')],
    'broken.jsonl: line 2: this is not JSON',
  ],
  [
    'a run with a strange field',
    ['stats', path, file('strange.jsonl', '{"id":"a","answer":{}}')],
    'strange.jsonl: line 1: /answer: there is no such field here',
  ],
  [
    'a number that is none',
    ['odds', path, '--visitors', 'many'],
    '--visitors: a whole number from 1 is expected, not “many”',
  ],
  ['a command that does not exist', ['guess', path], 'There is no command “guess”'],
  ['an option that does not exist', ['check', path, '--loud'], "Unknown option '--loud'"],
  ['a missing file name', ['score', path], 'score takes a quiz and a file of runs'],
  [
    'an ending that cannot be written',
    ['convert', path, join(folder, 'out.pdf')],
    'files that end with .pdf cannot be written',
  ],
])('%s: exit code 2, the place and the reason, and nothing written', (_name, args, reason) => {
  const { code, out, err } = command(...args);
  expect({ code, out }).toEqual({ code: 2, out: '' });
  expect(err).toContain(reason);
});

it('odds and stats have the fields that are promised', () => {
  expect(JSON.parse(command('odds', path, '--json').out)).toEqual({
    method: 'exact',
    pages: { p1: 1, end: 1 },
    outcomes: { v: { x: 0.5, y: 0.5 } },
    scales: {
      s: {
        mean: 1.5,
        sd: 0.5,
        histogram: [
          [1, 0.5],
          [2, 0.5],
        ],
      },
    },
  });
  const runs = file(
    'many.jsonl',
    Array.from({ length: 10 }, (_, i) => JSON.stringify({ id: `r${i}`, answers: { q1: [i % 2 ? 'a' : 'b'] } })).join(
      '\n',
    ),
  );
  const stats = JSON.parse(command('stats', path, runs, '--json').out) as object;
  expect(stats).toMatchObject({
    runs: 10,
    questions: { q1: { answered: 10, options: { a: 5, b: 5 }, difficulty: 0.5, discrimination: null } },
    scales: { s: { mean: 1.5 } },
    marks: { mean: 0.5 },
    outcomes: { v: { x: 5, y: 5 } },
    drivers: { v: { q1: { cramersV: 1, lift: { a: { x: 2, y: 0 }, b: { x: 0, y: 2 } } } } },
  });
});

it('convert goes between the formats, and says what is lost', () => {
  const to = join(folder, 'tourer.md');
  const { code, err } = command('convert', 'demo/tourer.json', to);
  expect(code).toBe(0);
  expect(err).toContain('not held: scales, outcomes');
  expect(readFileSync(to, 'utf8')).toContain('## How far in a day, with bags on?');
  const table = join(folder, 'tourer.csv');
  expect(command('convert', to, table).code).toBe(0);
  expect(existsSync(table)).toBe(true);
});

it.each(['xlsx', 'zip'])('convert goes to .%s and back, with all that a table or an item holds', (ending) => {
  const packed = join(folder, `repair.${ending}`);
  const { code, err } = command('convert', 'demo/repair.json', packed);
  expect({ code, err }).toEqual({ code: 0, err: expect.stringContaining('not held: ') });
  const back = join(folder, `repair-${ending}.json`);
  expect(command('convert', packed, back).code).toBe(0);
  const read = JSON.parse(readFileSync(back, 'utf8')) as { pages: { blocks: { id: string; kind: string }[] }[] };
  const ids = read.pages.flatMap((p) => p.blocks.map(({ id }) => id));
  expect(ids).toEqual(expect.arrayContaining(['q-cut', 'q-order', 'q-match', 'q-gaps', 'q-pressure']));
  const other = join(folder, `not-${ending}.${ending}`);
  writeFileSync(other, 'nothing of the kind');
  expect(command('convert', other, back)).toMatchObject({ code: 2, err: expect.stringContaining('be read') });
});

it.each([
  ['no token', {}, 'YES_MAYBE_TOKEN is not set'],
  ['nobody there', { YES_MAYBE_TOKEN: 'ym.x' }, 'cannot be reached'],
])('pull with %s says so', (_, env, words) => {
  const { status, stderr } = spawnSync(
    process.execPath,
    ['bin/yes-maybe.mjs', 'pull', folder, '--at', 'http://127.0.0.1:1'],
    {
      encoding: 'utf8',
      env: { ...process.env, ...env },
    },
  );
  expect({ status, stderr }).toEqual({ status: 2, stderr: expect.stringContaining(words) as string });
});

it('a hundred thousand runs take no more memory than a few', () => {
  const line = JSON.stringify({ id: 'r', answers: { q1: ['a'] } });
  const runs = file('crowd.jsonl', `${line}\n`.repeat(100_000));
  const { status, stdout } = spawnSync(
    process.execPath,
    ['--max-old-space-size=90', 'bin/yes-maybe.mjs', 'stats', path, runs, '--json'],
    { encoding: 'utf8' },
  );
  expect(status).toBe(0);
  expect(JSON.parse(stdout)).toMatchObject({ runs: 100_000 });
});

it('--help tells how it is used', () => {
  expect(command('--help')).toMatchObject({
    code: 0,
    out: expect.stringContaining('yes-maybe score QUIZ RUNS.jsonl') as string,
  });
});

describe('kept', () => {
  const row = (id: string, more: object = {}) => ({
    ...{
      workspace_id: 'w',
      run_id: id,
      quiz_id: 'small',
      edition: 1,
      seed: 1,
      known: {},
      source: 'letter',
      language: null,
    },
    ...{ seen_at: '2026-05-11T09:00:00+00:00', last_at: '2026-05-11T09:01:00+00:00', traces: null },
    ...{ reviews: {}, notes: {}, key_edition: null },
    ...more,
  });
  const sent = (seq: number, one: object) => ({ seq, sent: one });
  const went = [sent(1, { do: 'go', page: 'p1', answers: { q1: ['a'] } })];
  const lines = [
    { format: 'yes-maybe month 1', month: '2605', at: '2026-08-01T00:00:00.000Z' },
    { edition: 1, workspace: 'w', quiz: 'small', title: 'Small', document: small },
    { run: { row: row('s2605-one'), run_events: went } },
    { run: { row: row('s2605-two'), run_events: [] } },
    { end: 2 },
  ];
  const zipped = (name: string, all: object[], cut?: number) => {
    const to = join(folder, name);
    writeFileSync(to, gzipSync(all.map((one) => `${JSON.stringify(one)}\n`).join('')).subarray(0, cut));
    return to;
  };

  it('tells which quizzes there are, and what runs of one came to', () => {
    const whole = zipped('may.jsonl.gz', lines);
    expect(command('kept', whole)).toMatchObject({ code: 0, out: 'w  small  2 runs  Small\n' });
    expect(JSON.parse(command('kept', whole, '--json').out)).toEqual([
      { workspace: 'w', quiz: 'small', title: 'Small', runs: 2 },
    ]);
    const { code, out } = command('kept', whole, '--quiz', 'small');
    expect(code).toBe(0);
    const [one, two] = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as unknown);
    expect(one).toMatchObject({
      ...{ run: 's2605-one', source: 'letter', seen: '2026-05-11T09:00:00.000Z', finished: true },
      ...{ answers: { q1: ['a'] }, scales: { s: 2 }, verdicts: { v: ['x'] } },
    });
    expect(two).toMatchObject({ run: 's2605-two', finished: false, answers: {} });
  });

  it.each([
    ['no such quiz', () => [zipped('a.gz', lines), '--quiz', 'other'], 'there is no run of a quiz other'],
    ['cut short', () => [zipped('b.gz', lines, 120)], 'unexpected end of file'],
    ['without its end', () => [zipped('c.gz', lines.slice(0, -1))], 'its end is missing'],
    [
      'a run too few',
      () => [
        zipped(
          'd.gz',
          lines.filter((_, i) => i !== 3),
        ),
      ],
      '2 runs were written, and 1 are there',
    ],
    [
      'without an edition',
      () => [
        zipped(
          'e.gz',
          lines.filter((_, i) => i !== 1),
        ),
      ],
      'line 2: the edition 1 of a run',
    ],
    ['another file', () => [zipped('f.gz', [{ format: 'other' }])], 'line 1: this is no file of runs'],
    ['not compressed', () => [file('g.jsonl', lines[0])], 'incorrect header check'],
    ['not there', () => [join(folder, 'none.gz')], 'no such file'],
  ])('%s: said, with exit code 2', (_, args, why) => {
    const { code, err } = command('kept', ...args());
    expect(err).toContain(why);
    expect(code).toBe(2);
  });
});

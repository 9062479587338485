import { readFileSync } from 'node:fs';
import { sql } from 'drizzle-orm';
import exceljs from 'exceljs';
import Papa from 'papaparse';
import { figuresOf } from '../../db/queries/figures';
import { countRuns, recountRuns } from '../../server/results/count-runs';
import { lockRuns } from '../../db/queries/reviews';
import { database } from './own-database';
import { keepNote } from '../../server/results/run-notes';
import { findingsOf, listPeople, readPerson } from '../../server/results/findings';
import { trayOf } from '../../server/letters/mail';
import { listContacts } from '../../server/people/people';
import { removeRun } from '../../server/results/remove-run';
import { patternsOf } from '../../server/results/patterns';
import { runsAsCsv, runsAsLines, runsAsSheet } from '../../server/results/runs-table';
import { wordsOf } from '../../server/results/words';
import { copyQuiz } from '../../server/editing/quizzes';
import { takeStep } from '../../server/visitor/take-step';
import type { Membership } from '../../db/queries/members';
import { choice, option, page, quiz } from '../quizzes';
import { contact, go, published, smallQuiz, somebody, visit } from './world';

const skip = { do: 'go' as const, page: 'p3', contact: { c: { skipped: true as const } } };

async function crowd() {
  const at = await published();
  await visit(at.address);
  await visit(at.address, go('p1', { q1: ['a'] }));
  await visit(at.address, go('p1', { q1: ['a'] }), go('p2', { q2: ['b'] }), skip);
  await visit(at.address, go('p1', { q1: ['b'] }), go('p2', { q2: ['b'] }), skip);
  const { token } = await visit(
    at.address,
    go('p1', { q1: ['a'] }),
    go('p2', { q2: ['a'] }),
    contact({ name: '=cmd()', email: 'ida@example.com' }, 1),
    { do: 'offer', outcome: 'x' },
  );
  return { ...at, token };
}

describe('the figures', () => {
  it('count each run by its own answers', async () => {
    const { member, quizId } = await crowd();
    const findings = await findingsOf(member, quizId);
    expect(findings?.journey.map((s) => [s.name, s.count])).toEqual([
      ['Saw it', 5],
      ['Started', 4],
      ['p1', 4],
      ['p2', 3],
      ['p3', 3],
      ['Finished', 3],
      ['Left an address', 1],
      ['Took the offer', 1],
    ]);
    expect(findings?.questions[0]).toMatchObject({
      answered: 4,
      options: [
        { id: 'a', count: 3, share: 0.75 },
        { id: 'b', count: 1 },
      ],
    });
    expect(findings?.outcomes[0]).toMatchObject({
      decided: 3,
      outcomes: [
        { id: 'x', count: 2 },
        { id: 'y', count: 1 },
      ],
    });
  });
  it('follow runs that go on, and are the same when rebuilt from the runs', async () => {
    const at = await published();
    const { token } = await visit(at.address, go('p1', { q1: ['a'] }));
    await countRuns(at.member.workspaceId, at.quizId);
    await takeStep(at.address, token, 2, { do: 'back', page: 'p2' });
    await takeStep(at.address, token, 3, go('p1', { q1: ['b'] }));
    await countRuns(at.member.workspaceId, at.quizId);
    const kept = await figuresOf(database(), at.member.workspaceId, at.quizId);
    expect(kept.get('option q1 a')).toBe(0);
    expect(kept.get('option q1 b')).toBe(1);
    await recountRuns(at.member.workspaceId, at.quizId);
    const rebuilt = await figuresOf(database(), at.member.workspaceId, at.quizId);
    expect(Object.fromEntries(rebuilt)).toEqual(Object.fromEntries([...kept].filter(([, n]) => n !== 0)));
  });
  it('gain what runs count for since, without losing anything meanwhile', async () => {
    const { member, quizId } = await crowd();
    await countRuns(member.workspaceId, quizId);
    const whole = await figuresOf(database(), member.workspaceId, quizId);
    // As they were counted before it was known by which rule a page was left.
    await database().execute(sql`delete from figures where quiz_id = ${quizId} and key like 'route %'`);
    await database().execute(sql`
      update runs set counted_keys = (select jsonb_agg(k) from jsonb_array_elements_text(counted_keys) k where k not like 'route %')
      where quiz_id = ${quizId}`);
    await database().execute(sql.raw(readFileSync('db/migrations/0004_count_again.sql', 'utf8')));
    const before = await figuresOf(database(), member.workspaceId, quizId);
    expect([before.get('started'), before.get('route p1 otherwise')]).toEqual([4, undefined]);
    await countRuns(member.workspaceId, quizId);
    const after = await figuresOf(database(), member.workspaceId, quizId);
    expect(after.get('route p1 otherwise')).toBe(4);
    expect(Object.fromEntries(after)).toEqual(Object.fromEntries(whole));
    expect((await findingsOf(member, quizId))?.ways).toMatchObject({
      started: 4,
      'route p1 otherwise': 4,
      'enter p3': 3,
    });
  });
  it('are right when two count at the same moment', async () => {
    const { member, quizId } = await crowd();
    await Promise.all([1, 2, 3].map(() => countRuns(member.workspaceId, quizId)));
    expect((await figuresOf(database(), member.workspaceId, quizId)).get('started')).toBe(4);
  });
  it('are absent while the quiz was never published', async () => {
    const { member, quizId } = await published();
    expect(await findingsOf(member, await copyQuiz(member, quizId))).toBeNull();
  });
});

describe('people', () => {
  it('are listed newest first, each with their own outcome', async () => {
    const { member, quizId } = await crowd();
    const { people, next } = await listPeople(member, quizId);
    expect(next).toBeNull();
    expect(people.map((p) => [p.name, p.finished, p.outcomes])).toEqual([
      ['=cmd()', true, ['Lane drifter']],
      ['', true, ['Ridge seeker']],
      ['', true, ['Lane drifter']],
      ['', false, []],
    ]);
    const person = await readPerson(member, quizId, people[0]?.runId ?? '');
    expect(person).toMatchObject({
      answers: [
        { question: 'q1', answer: 'a' },
        { question: 'q2', answer: 'a' },
      ],
      tallies: [
        { id: 'x', points: 3, won: true },
        { id: 'y', points: 0, won: false },
      ],
    });
  });
  it('are found by what they left, in any order of words', async () => {
    const { member, quizId } = await crowd();
    const found = async (search: string) => (await listPeople(member, quizId, { search })).people.map((p) => p.name);
    expect(await found(' EXAMPLE.com =cmd')).toEqual(['=cmd()']);
    expect(await found('%')).toEqual([]);
    expect(await found('nobody')).toEqual([]);
    expect(await found(' ')).toHaveLength(4);
  });
  it('are taken away one by one, and the figures are as if they had never been', async () => {
    const at = await published();
    const figures = async () => {
      await countRuns(at.member.workspaceId, at.quizId);
      const all = await figuresOf(database(), at.member.workspaceId, at.quizId);
      return [...all].filter(([, count]) => count > 0).sort();
    };
    await visit(at.address, go('p1', { q1: ['a'] }));
    const before = await figures();
    await visit(at.address, go('p1', { q1: ['b'] }), go('p2', { q2: ['a'] }), contact({ email: 'ida@example.com' }, 1));
    await figures();
    const run = (await listPeople(at.member, at.quizId)).people[0]?.runId ?? '';
    await expect(removeRun({ ...at.member, role: 'reader' }, at.quizId, run)).rejects.toMatchObject({ status: 403 });
    await expect(removeRun(await somebody(), at.quizId, run)).rejects.toMatchObject({ status: 404 });
    await removeRun(at.member, at.quizId, run);
    expect(await figures()).toEqual(before);
    expect((await listPeople(at.member, at.quizId)).people).toHaveLength(1);
    expect((await listContacts(at.member, {})).people).toEqual([]);
    expect((await trayOf(at.member, at.quizId)).letters).toEqual([]);
    await expect(removeRun(at.member, at.quizId, run)).rejects.toMatchObject({ status: 404 });
  });
  it('come a page at a time', async () => {
    const at = await published(smallQuiz());
    for (let i = 0; i < 52; i++) await visit(at.address, go('p1', { q1: ['a'] }));
    const first = await listPeople(at.member, at.quizId);
    const second = await listPeople(at.member, at.quizId, { before: first.next ?? undefined });
    expect([first.people.length, second.people.length, second.next]).toEqual([50, 2, null]);
    expect(new Set([...first.people, ...second.people].map((p) => p.runId)).size).toBe(52);
  });
});

describe('the table of runs', () => {
  type Line = Record<string, string>;
  async function table({ member, quizId }: { member: Membership; quizId: string }, between = async () => undefined) {
    let csv = '';
    for await (const part of runsAsCsv(member, quizId)) {
      csv += part;
      await between();
    }
    const text = csv.replace('\ufeff', '');
    return Papa.parse<Line>(text, { header: true, skipEmptyLines: true }).data;
  }

  it('has a row for each started run, its formulas defused', async () => {
    const data = await table(await crowd());
    expect(data).toHaveLength(4);
    expect(data.at(-1)).toMatchObject({
      finished: 'yes',
      q1: 'a',
      q2: 'a',
      'E-mail': 'ida@example.com',
      Name: "'=cmd()",
      v: 'Lane drifter',
    });
  });
  it('is the same as a spreadsheet: numbers as numbers, moments as moments, and no formula', async () => {
    const at = await crowd();
    const book = new exceljs.Workbook();
    await book.xlsx.read(await runsAsSheet(at.member, at.quizId));
    const sheet = book.worksheets[0];
    const rows = (sheet?.getRows(1, sheet.rowCount) ?? []).map((row) => (row.values as unknown[]).slice(1));
    const [heads = [], ...lines] = rows;
    expect(sheet?.views[0]).toMatchObject({ state: 'frozen', ySplit: 1 });
    const data = await table(at);
    expect(heads).toEqual(Object.keys(data[0] ?? {}));
    for (const [i, line] of lines.entries())
      for (const [k, head] of heads.entries()) {
        const cell = line[k] ?? '';
        // A formula would be an object.
        const plain = cell instanceof Date ? cell.toISOString() : typeof cell === 'number' ? String(cell) : cell;
        expect([head, plain]).toEqual([head, (data[i]?.[head as string] ?? '').replace(/^'/, '')]);
      }
    const last = lines.at(-1) ?? [];
    expect(typeof last[heads.indexOf('edition')]).toBe('number');
    expect(last[heads.indexOf('seen')]).toBeInstanceOf(Date);
  });
  it('is the same as JSON lines, by ids', async () => {
    const at = await crowd();
    let text = '';
    for await (const part of runsAsLines(at.member, at.quizId)) text += part;
    const lines = text
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as object);
    expect(lines).toHaveLength(4);
    expect(lines.at(-1)).toMatchObject({
      ...{ edition: 1, finished: true, language: 'en' },
      answers: { q1: ['a'], q2: ['a'] },
      contact: { email: 'ida@example.com', name: '=cmd()' },
      agreed: 'Yes, write to me.',
      verdicts: { v: ['x'] },
    });
  });
  it.each(['=1+1', '+1', '-1+1', '@sum(1)', '\n=1+1', '\t=1', ' =1', '\uff1d1'])('defuses %j', async (name) => {
    const at = await published();
    const left = contact({ name: `${name}\nmore`, email: 'ida@example.com' }, 1);
    await visit(at.address, go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }), left);
    const cell = (await table(at))[0]?.['Name'] ?? '';
    expect(cell.startsWith("'")).toBe(true);
  });
  it('has whoever goes on while it is made, once', async () => {
    const at = await published();
    const visitors = await Promise.all(Array.from({ length: 620 }, () => visit(at.address, go('p1', { q1: ['a'] }))));
    let parts = 0;
    const data = await table(at, async () => {
      parts += 1;
      // All of them go on behind the first part, the later ones first.
      if (parts === 2)
        for (const { token } of visitors.slice(0, 60)) await takeStep(at.address, token, 2, go('p2', { q2: ['b'] }));
    });
    expect(data).toHaveLength(620);
    expect(new Set(data.map((d) => d['run'])).size).toBe(620);
  }, 60_000);
  it('has a column for each of several answers, whatever is in it', async () => {
    const at = await published(
      quiz([page('p1', [choice('q', [option('a'), option('b')], { pick: 'many', other: true, prompt: 'Which?' })])]),
    );
    await visit(at.address, go('p1', { q: ['a', 'b'] }));
    const sent = { do: 'go' as const, page: 'p1', answers: { q: { options: ['b', 'other'], text: 'tea, and cake' } } };
    await visit(at.address, sent);
    expect((await table(at)).map((d) => [d['Which?: a'], d['Which?: b'], d['Which?: something else']])).toEqual([
      ['1', '1', ''],
      ['0', '1', 'tea, and cake'],
    ]);
  });
});

describe('what is drawn of a question', () => {
  const asked = () =>
    quiz([
      page('p1', [
        { ...choice('q1', [option('a', {}, { credit: 1 }), option('b')]), other: true },
        { id: 'say', kind: 'text', prompt: 'Say', accept: ['tea'] },
      ]),
    ]);
  it('is right and wrong, what else was said, and words that are equal once', async () => {
    const { member, quizId, address } = await published(asked());
    const said = (q1: string[] | { options: string[]; text: string }, say: string) =>
      visit(address, { do: 'go', page: 'p1', answers: { q1, say } });
    await said(['a'], 'Tea');
    await said(['b'], ' TEA ');
    await said({ options: ['other'], text: 'My bell' }, 'soup');
    const findings = await findingsOf(member, quizId);
    const [q1, say] = findings?.drawn ?? [];
    expect(q1).toMatchObject({ answered: 3, skipped: 0, pending: 0, right: { count: 1 } });
    expect(q1?.drawing).toMatchObject({
      bars: [
        { id: 'a', count: 1, right: true },
        { id: 'b', count: 1, right: false },
        { id: 'other', count: 1 },
      ],
    });
    expect(say).toMatchObject({ right: { count: 2 }, drawing: { as: 'words' } });
    expect(findings?.spreads).toMatchObject([{ id: 'marks', decided: 3 }]);
    expect(await wordsOf(member, quizId, 'say')).toEqual({
      read: 3,
      isAll: true,
      words: [
        { words: expect.stringMatching(/^tea$/i) as string, count: 2, right: true },
        { words: 'soup', count: 1, right: false },
      ],
    });
    expect((await wordsOf(member, quizId, 'q1')).words).toEqual([{ words: 'My bell', count: 1, right: false }]);
    const other = await published(asked());
    await expect(wordsOf(other.member, quizId, 'say')).rejects.toMatchObject({ status: 404 });
    await expect(patternsOf(other.member, quizId)).rejects.toMatchObject({ status: 404 });
    const run = (await listPeople(member, quizId)).people[1]?.runId ?? '';
    const person = await readPerson(member, quizId, run);
    expect(person.answers.map(({ marked }) => [marked?.is, marked?.awarded, marked?.right])).toEqual([
      ['wrong', 0, expect.any(String)],
      ['right', 1, 'tea'],
    ]);
    expect(person.marks).toEqual({ awarded: 1, of: 2, percent: 50 });
  });
});

it('finds which answers go with which outcome', async () => {
  const { member, quizId, address } = await published();
  for (let i = 0; i < 24; i++)
    await visit(address, go('p1', { q1: [i < 12 ? 'a' : 'b'] }), go('p2', { q2: [i % 2 ? 'a' : 'b'] }), skip);
  const { patterns } = await patternsOf(member, quizId);
  expect(patterns).toMatchObject({ edition: 1, runs: 24, read: 24, tests: 8, method: 'Holm' });
  expect(patterns?.found[0]).toMatchObject({ chose: 12, reached: 12, others: 12, othersReached: 0, difference: 1 });
  // The second question weighs half as much, and turns nothing.
  expect(new Set(patterns?.found.map(({ question }) => question))).toEqual(new Set(['q1']));
});

it('keeps what colleagues note about one run, for them alone', async () => {
  const { member, quizId, address } = await published();
  await visit(address, go('p1', { q1: ['a'] }));
  const run = (await listPeople(member, quizId)).people[0]?.runId ?? '';
  await keepNote(member, quizId, run, { words: ' Call them back. ' });
  expect((await readPerson(member, quizId, run)).note).toMatchObject({ words: 'Call them back.', by: member.name });
  await keepNote({ ...member, name: 'Pia' }, quizId, run, { words: 'Done.' });
  expect((await readPerson(member, quizId, run)).note).toMatchObject({ words: 'Done.', by: 'Pia' });
  const other = await published();
  await expect(keepNote(other.member, other.quizId, run, { words: 'Mine' })).rejects.toMatchObject({ status: 404 });
  await keepNote(member, quizId, run, { words: ' ' });
  expect((await readPerson(member, quizId, run)).note).toBeUndefined();
});

it('says how many runs have yet to be counted, and counts them as soon as it can', async () => {
  const { member, quizId, address } = await published();
  await visit(address, go('p1', { q1: ['a'] }));
  await visit(address, go('p1', { q1: ['b'] }));
  const run = (await listPeople(member, quizId)).people[0]?.runId ?? '';
  // Somebody is at this one, as a visitor who goes on is.
  const busy = await database().transaction(async (tx) => {
    await lockRuns(tx, member.workspaceId, quizId, [run]);
    return findingsOf(member, quizId);
  });
  const started = (findings: Awaited<ReturnType<typeof findingsOf>>) =>
    findings?.journey.find(({ key }) => key === 'started')?.count;
  expect([busy?.counting, started(busy)]).toEqual([1, 1]);
  const free = await findingsOf(member, quizId);
  expect([free?.counting, started(free)]).toEqual([0, 2]);
});

it('counts each run once, with visitors who go on and others who count meanwhile', async () => {
  const { member, quizId, address } = await published();
  const { workspaceId } = member;
  const tokens = await Promise.all(
    Array.from({ length: 130 }, async () => (await visit(address, go('p1', { q1: ['a'] }))).token),
  );
  // As other processes do, which do not know that somebody counts already.
  const others: (typeof countRuns)[] = [];
  for (let n = 0; n < 3; n++)
    await jest.isolateModulesAsync(async () => {
      others.push((await import('../../server/results/count-runs')).countRuns);
    });
  await Promise.all([
    ...others.map((count) => count(workspaceId, quizId)),
    ...tokens.map((token) => takeStep(address, token, 2, go('p2', { q2: ['b'] }))),
  ]);
  const found = await findingsOf(member, quizId);
  const at = (key: string) => found?.journey.find((step) => step.key === key)?.count;
  expect([found?.counting, at('seen'), at('started')]).toEqual([0, 130, 130]);
  const counted = await lookedAtTwice(member, quizId);
  expect(counted.now).toEqual(counted.anew);
});

/** Figures as they were kept, and counted from nothing. */
async function lookedAtTwice({ workspaceId }: Membership, quizId: string) {
  const all = async () => ({
    sums: [...(await figuresOf(database(), workspaceId, quizId))].filter(([, count]) => count !== 0).sort(),
    bits: (
      await database().execute(
        sql`select key, sum(bit_count(bits))::int as n from figure_bits
          where workspace_id = ${workspaceId} and quiz_id = ${quizId} group by key having sum(bit_count(bits)) > 0 order by key`,
      )
    ).rows,
  });
  const now = await all();
  await recountRuns(workspaceId, quizId);
  return { now, anew: await all() };
}

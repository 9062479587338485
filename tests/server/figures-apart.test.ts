/** Every figure of Findings, of any quiz, any runs and any selection of them, against a count made apart from it. */
import { eq, sql } from 'drizzle-orm';
import Papa from 'papaparse';
import { questionsOf } from '../../core/document/lookup';
import { checkQuiz } from '../../core/findings/check';
import { resultOf } from '../../core/flow/result';
import { type Run, type Sent, startRun, step } from '../../core/flow/run';
import { type Question, type Quiz } from '../../core/schema/quiz';
import { type Condition, readConditions, wantedOf, writeConditions } from '../../core/stats/filter';
import type { Answer } from '../../core/values/answer';
import { runs } from '../../db/schema';
import { findingsOf, listPeople } from '../../server/results/findings';
import { patternsOf } from '../../server/results/patterns';
import { runsAsCsv } from '../../server/results/runs-table';
import { splitsOf } from '../../server/results/splits';
import { pairsOfAnswers, pairsWithOutcomes } from '../../server/results/together';
import { hashToken } from '../../server/platform/ids';
import { openRun, takeStep } from '../../server/visitor/take-step';
import { anyAnswer, anyQuiz, type Dice, dice } from '../any-quiz';
import {
  answerTo,
  findingsApart,
  isMeantApart,
  pairsOfAnswersApart,
  pairsWithOutcomesApart,
  type Taken,
} from '../reference-figures';
import { tries } from '../tries';
import { database } from './own-database';
import { newToken, type Published, published } from './world';

const sources = ['', 'letter', 'poster'];

/** Any quiz, with a contact form before its end and an offer after it. */
function quizWithAll(seed: number): Quiz {
  const made = anyQuiz(seed, { back: true });
  const end = made.pages.length - 1;
  return {
    ...made,
    pages: made.pages.flatMap((page, i) =>
      i < end
        ? [page]
        : [
            {
              ...{ id: 'pc', name: 'pc', stage: 'ask' as const },
              blocks: [
                {
                  ...{ id: 'c', kind: 'contact' as const, prompt: 'Where to?', skippable: true },
                  fields: [
                    { id: 'name', label: 'Name', format: 'name' as const },
                    {
                      ...{ id: 'size', label: 'Size', format: 'choice' as const },
                      options: ['s', 'l'].map((id) => ({ id, text: id })),
                    },
                  ],
                },
              ],
            },
            {
              ...page,
              blocks: [
                ...page.blocks,
                {
                  ...{ id: 'loop', kind: 'offer' as const },
                  offer: { text: 'A loop', button: 'See it', url: 'https://slowspoke.test/lanes' },
                },
              ],
            },
          ],
    ),
  };
}

/** What a visitor sends who goes on as far as they like. */
function passOf(d: Dice, quiz: Quiz): { sent: Sent[]; run: Run } {
  const sent: Sent[] = [];
  const questions = new Map(questionsOf(quiz).map((q) => [q.id, q]));
  let run = startRun(quiz, { seed: 0 });
  const send = (one: Sent): boolean => {
    const done = step(quiz, run, one);
    if ('refused' in done) return false;
    sent.push(one);
    run = done.run;
    return true;
  };
  for (let i = 0; i < 12 && !run.finished && (i === 0 || !d.chance(0.08)); i++) {
    const page = quiz.pages.find(({ id }) => id === run.way.at(-1)?.page);
    if (!page) break;
    if (i > 0 && d.chance(0.08)) send({ do: 'back', page: page.id });
    else if (page.id === 'pc')
      send({
        do: 'go',
        page: 'pc',
        contact: {
          c: d.chance(0.4) ? { skipped: true } : { fields: { name: d.one(['', 'Jori']), size: d.one(['', 's', 'l']) } },
        },
      });
    else {
      const asked = page.blocks.flatMap((block) => questions.get(block.id) ?? []);
      // What a condition hides may not be answered: one more is tried without it.
      for (const some of [asked, asked.filter((q) => !q.showIf), []])
        if (send({ do: 'go', page: page.id, answers: answersTo(d, some) })) break;
    }
  }
  if (run.finished && d.chance(0.3)) send({ do: 'offer', outcome: 'loop' });
  return { sent, run };
}
const answersTo = (d: Dice, asked: Question[]): Record<string, Answer> =>
  Object.fromEntries(
    asked.flatMap((q) => {
      const answer = anyAnswer(d, q);
      return answer === undefined ? [] : [[q.id, answer]];
    }),
  );

/** Of so many seeds the first whose quiz the check finds no error in. */
const sound = (seed: number): Quiz => {
  const made = quizWithAll(seed);
  return checkQuiz(made).some(({ severity }) => severity === 'error') ? sound(seed + 1_000) : made;
};

/** A quiz that has been taken, over three days. */
async function takenQuiz(seed: number): Promise<{ at: Published; quiz: Quiz; taken: Taken[] }> {
  const quiz = sound(seed);
  const at = await published(quiz);
  const d = dice(seed, 'visitors');
  const taken: Taken[] = [];
  for (let i = 0; i < 30; i++) {
    const { sent, run } = passOf(d, quiz);
    if (sent.length === 0) continue;
    const [token, source, day] = [newToken(), d.one(sources), d.int(0, 2)];
    await openRun(at.address, token, {}, source);
    for (const [seq, one] of sent.entries()) await takeStep(at.address, token, seq + 1, one);
    const [row] = await database()
      .update(runs)
      .set({ seenAt: sql`${runs.seenAt} - ${day}::int * interval '1 day'` })
      .where(eq(runs.tokenHash, hashToken(token)))
      .returning({ seenAt: runs.seenAt });
    taken.push({ day: row?.seenAt.toISOString().slice(0, 10) ?? '', source, run, result: resultOf(quiz, run) });
  }
  return { at, quiz, taken };
}
/** Conditions on anything that this quiz has. */
function anyCondition(d: Dice, quiz: Quiz, taken: readonly Taken[]): Condition {
  const some = <T>(list: T[]): T[] => {
    const chosen = list.filter(() => d.chance(0.5));
    return chosen.length ? chosen : [d.one(list)];
  };
  const tenths = () => some(['0', '2', '4', '5', '7', '9']);
  const q = d.one(questionsOf(quiz));
  const scale = d.one(quiz.scales).id;
  switch (d.int(0, 12)) {
    case 0:
      return { on: 'source', of: '', any: some(sources) };
    case 1:
      return { on: 'finished', of: '', any: [d.one(['yes', 'no'])] };
    case 2:
      return { on: 'page', of: '', any: some(quiz.pages.map(({ id }) => id)) };
    case 3:
      return { on: 'outcome', of: 'v', any: some(['x', 'y', 'z']) };
    case 4:
      return { on: 'outcome', of: 'b', any: some(['b1', 'b2']) };
    case 5:
      return { on: 'scale', of: scale, any: tenths() };
    case 6:
      return { on: 'marks', of: '', any: tenths() };
    case 7:
      return { on: 'topic', of: 't1', any: some(['0', '1', '2', '3', '4']) };
    case 8:
      return {
        on: 'stands',
        of: d.one([scale, 'marks']),
        any: d.one([
          ['0', '50'],
          ['40', '100'],
          ['33', '33'],
        ]),
      };
    case 9:
      return { on: 'field', of: 'size', any: some(['s', 'l']) };
    case 10: {
      const days = taken.map(({ day }) => day).sort();
      return {
        on: 'time',
        of: '',
        any: d.one([
          [days[0] ?? '', days[0] ?? ''],
          [days.at(-1) ?? '', ''],
          ['', days[1] ?? ''],
        ]),
      };
    }
    case 11:
      return { on: 'right', of: q.id, any: [d.one(['yes', 'no'])] };
    default:
      return conditionOn(d, some, q);
  }
}

function conditionOn(d: Dice, some: <T>(list: T[]) => T[], q: Question): Condition {
  const value = (any: string[]): Condition => ({ on: 'value', of: q.id, any });
  switch (q.kind) {
    case 'choice':
      return { on: 'answer', of: q.id, any: some(q.options.map(({ id }) => id)) };
    case 'order':
      return value(some(q.items.map(({ id }) => `${id} ${d.int(1, q.items.length)}`)));
    case 'grid':
      return value(some(q.rows.flatMap((row) => q.columns.map((column) => `${row.id} ${column.id}`))));
    case 'match':
      return value(some(q.pairs.flatMap(({ left }) => q.pairs.map(({ right }) => `${left.id} ${right.id}`))));
    case 'number':
    case 'slider':
    case 'rating':
      return value(some(['0', '1', '2', '3', '4', '5']));
    default:
      return { on: 'language', of: '', any: ['en'] };
  }
}

const sum = (numbers: number[]) => numbers.reduce((a, b) => a + b, 0);

/** Journey, questions, spreads, results, contacts; by day and source; people; pairs; and the table that is taken out. */
async function compareAll(at: Published, quiz: Quiz, where: Condition[], meant: Taken[]): Promise<void> {
  const { member, quizId } = at;
  expect(await findingsOf(member, quizId, where)).toMatchObject(findingsApart(quiz, meant));
  const { days, sources: from } = await splitsOf(member, quizId, where);
  const counted = (of: Taken[]) => ({
    ...{ seen: of.length, started: of.length, finished: of.filter(({ run }) => run.finished).length },
    offer: of.filter(({ run }) => run.offers.length > 0).length,
  });
  const by = (key: (one: Taken) => string) =>
    [...new Set(meant.map(key))].sort().map((name) => ({ name, ...counted(meant.filter((one) => key(one) === name)) }));
  const named = (a: { name: string }, b: { name: string }) => (a.name < b.name ? -1 : 1);
  expect(days).toMatchObject(by(({ day }) => day));
  expect([...from].sort(named)).toMatchObject(by(({ source }) => source));
  const lines = (await listPeople(member, quizId, { where })).people;
  const names = (taken: Taken) =>
    taken.run.finished ? Object.values(taken.result.verdicts).flatMap(({ outcomes }) => outcomes) : [];
  expect(lines.map(({ source, finished, outcomes }) => JSON.stringify([source, finished, outcomes])).sort()).toEqual(
    meant.map((one) => JSON.stringify([one.source, one.run.finished, names(one)])).sort(),
  );
  const { patterns } = await patternsOf(member, quizId, where);
  const done = meant.filter(({ run }) => run.finished);
  expect(patterns).toMatchObject({ runs: done.length, read: done.length });
  const selection = {
    ...{ workspaceId: member.workspaceId, quizId },
    wanted: wantedOf([...where, { on: 'finished', of: '', any: ['yes'] }]),
  };
  expect((await pairsWithOutcomes(quiz, selection)).pairs).toEqual(pairsWithOutcomesApart(quiz, done));
  expect(await pairsOfAnswers(quiz, selection)).toEqual(pairsOfAnswersApart(quiz, done));
  let csv = '';
  for await (const piece of runsAsCsv(member, quizId, where, new Date(Date.now() + 60_000))) csv += piece;
  const { data: rows } = Papa.parse<Record<string, string>>(csv.trim(), { header: true });
  expect(rows).toHaveLength(meant.length);
  for (const q of questionsOf(quiz)) {
    if (q.kind !== 'choice' || q.pick !== 'many') continue;
    for (const { id } of q.options)
      expect(sum(rows.map((row) => Number(row[`${q.id}: ${id}`])))).toBe(
        meant.filter((one) => (answerTo(one, q) as string[] | undefined)?.includes(id)).length,
      );
  }
}

it.each(Array.from({ length: tries(6).numRuns }, (_, seed) => seed))(
  'are as somebody would count them who goes through all runs: quiz %i',
  async (seed) => {
    const { at, quiz, taken } = await takenQuiz(seed);
    await compareAll(at, quiz, [], taken);
    const d = dice(seed, 'conditions');
    let some = 0;
    for (let i = 0; i < 10; i++) {
      const where = Array.from({ length: d.int(1, 3) }, () => anyCondition(d, quiz, taken));
      expect(readConditions(writeConditions(where))).toEqual(where);
      const meant = taken.filter((one) => isMeantApart(quiz, one, where));
      if (meant.length > 0 && meant.length < taken.length) some += 1;
      await compareAll(at, quiz, where, meant);
    }
    // Selections that all mean nobody, or everybody, would show nothing.
    expect(some).toBeGreaterThan(0);
  },
);

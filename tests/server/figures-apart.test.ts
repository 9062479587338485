/** Every figure of Findings, of any quiz, any runs and any selection of them, against a count made apart from it. */
import Papa from 'papaparse';
import { questionsOf } from '../../core/document/lookup';
import { checkQuiz } from '../../core/findings/check';
import { resultOf } from '../../core/flow/result';
import { type Run, type Sent, startRun, step } from '../../core/flow/run';
import type { Page, Question, Quiz } from '../../core/schema/quiz';
import { type Condition, readConditions, wantedOf, writeConditions } from '../../core/stats/filter';
import { pairId, subjectsIn } from '../../core/stats/charts';
import type { Answer } from '../../core/values/answer';
import { findingsOf, listPeople } from '../../server/results/findings';
import { chartIn, sourceOf, type Source } from '../../server/results/charts';
import { patternsOf } from '../../server/results/patterns';
import { runsAsCsv } from '../../server/results/runs-table';
import { wordsOf } from '../../server/results/words';
import { splitsOf } from '../../server/results/splits';
import { pairsOfAnswers, pairsWithOutcomes } from '../../server/results/together';
import { openRun, takeStep } from '../../server/visitor/take-step';
import { anyAnswer, anyQuiz, type Dice, dice } from '../any-quiz';
import { answerTo, chosenIn, dayOf, findingsApart, isMeantApart, type Taken } from '../reference-figures';
import { folded } from '../reference';
import {
  pairApart,
  pairsOfAnswersApart,
  pairsWithOutcomesApart,
  panelApart,
  partsApart,
  wordsApart,
} from '../reference-board';
import { tries } from '../tries';
import './own-database';
import { newToken, type Published, published } from './world';

const sources = ['', 'letter', 'poster'];
/** Seconds that the whole quiz gives. */
const LIMIT = 900;
/** Seconds that somebody stays on a page: at the ends of what is counted together, and between. */
const STAYS = [2, 4.5, 5, 12, 15, 29, 44, 61, 100, 120, 200, 299, 400];
const HOUR = 3_600_000;
/** When it is looked at. */
const NOW = Date.now();

/** Something else beside the options, and a way to elsewhere; and places in a picture. */
const furtherPage: Page = {
  ...{ id: 'px', name: 'px', stage: 'ask' },
  routes: [{ when: { answer: 'qo', is: 'b' }, to: { url: 'https://slowspoke.test/lanes' } }],
  blocks: [
    {
      ...{ id: 'qo', kind: 'choice', prompt: 'qo', required: false, pick: 'many', other: true },
      options: ['a', 'b'].map((id) => ({ id, text: id })),
    },
    {
      ...{
        id: 'qs',
        kind: 'spots',
        required: false,
        prompt: 'qs',
        credit: 'share',
        picture: { src: '/pictures/lane.svg', text: 'A lane' },
      },
      spots: [
        { id: 's1', text: 'Gate', region: { x: 0.25, y: 0.5, r: 0.1 } },
        { id: 's2', text: 'Bend', region: { x: 0.75, y: 0.5, r: 0.2 } },
      ],
    },
  ],
};

/** Any quiz within a time, with more questions and a contact form before its end, and an offer after it. */
function quizWithAll(seed: number): Quiz {
  const made = anyQuiz(seed, { back: true });
  const end = made.pages.length - 1;
  return {
    ...made,
    delivery: { ...made.delivery, limit: LIMIT },
    pages: made.pages.flatMap((page, i) =>
      i < end
        ? [page]
        : [
            furtherPage,
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

type Step = { at: number; one: Sent };

/** What a visitor sends who goes on as far as they like, and when: seconds after they came. */
function passOf(d: Dice, quiz: Quiz): { sent: Step[]; run: Run } {
  const sent: Step[] = [];
  const questions = new Map(questionsOf(quiz).map((q) => [q.id, q]));
  let run = startRun(quiz, { seed: 0 });
  let at = 0;
  const send = (one: Sent): boolean => {
    const done = step(quiz, run, one);
    if ('refused' in done) return false;
    sent.push({ at, one });
    run = done.run;
    return true;
  };
  for (let i = 0; i < 12 && !run.finished && (i === 0 || !d.chance(0.08)); i++) {
    const page = quiz.pages.find(({ id }) => id === run.way.at(-1)?.page);
    if (!page) break;
    const asked = page.blocks.flatMap((block) => questions.get(block.id) ?? []);
    at += d.one(STAYS);
    if (at >= LIMIT) {
      at = LIMIT;
      // What is filled in when time is up is taken with it.
      send({ do: 'time', of: 'quiz', page: page.id, ...(d.chance(0.5) ? { answers: answersTo(d, asked) } : {}) });
    } else if (i > 0 && d.chance(0.08)) send({ do: 'back', page: page.id });
    else if (page.id === 'pc')
      send({
        do: 'go',
        page: 'pc',
        contact: {
          c: d.chance(0.4) ? { skipped: true } : { fields: { name: d.one(['', 'Jori']), size: d.one(['', 's', 'l']) } },
        },
      });
    else {
      // What a condition hides may not be answered: one more is tried without it.
      for (const some of [asked, asked.filter((q) => !q.showIf), []])
        if (send({ do: 'go', page: page.id, answers: answersTo(d, some) })) break;
    }
  }
  at += 1;
  if (run.finished && d.chance(0.3)) send({ do: 'offer', outcome: 'loop' });
  return { sent, run };
}
const answersTo = (d: Dice, asked: Question[]): Record<string, Answer> =>
  Object.fromEntries(
    asked.flatMap((q) => {
      const answer = q.id === 'qo' ? somethingElse(d) : q.kind === 'spots' ? points(d) : anyAnswer(d, q);
      return answer === undefined ? [] : [[q.id, answer]];
    }),
  );
const somethingElse = (d: Dice): Answer =>
  d.one<Answer>([
    ['a'],
    ['b'],
    ['a', 'b'],
    { options: ['other'], text: d.one(['A kite', 'a  KITE', 'a bell']) },
    { options: ['a', 'other'], text: 'a bell' },
  ]);
const points = (d: Dice): Answer => {
  const point = () =>
    d.one<[number, number]>([
      [0.25, 0.5],
      [0.34, 0.5],
      [0.75, 0.31],
      [0.9, 0.9],
      [1, 0],
    ]);
  return d.one<Answer>([{ s1: point() }, { s1: point(), s2: point() }]);
};

/** Of so many seeds the first whose quiz the check finds no error in. */
const sound = (seed: number): Quiz => {
  const made = quizWithAll(seed);
  return checkQuiz(made).some(({ severity }) => severity === 'error') ? sound(seed + 1_000) : made;
};

/** A quiz that has been taken, over three days until now. */
async function takenQuiz(seed: number): Promise<{ at: Published; quiz: Quiz; taken: Taken[] }> {
  const quiz = sound(seed);
  const at = await published(quiz);
  const d = dice(seed, 'visitors');
  const taken: Taken[] = [];
  for (let i = 0; i < 30; i++) {
    const { sent, run } = passOf(d, quiz);
    if (sent.length === 0) continue;
    const [token, source] = [newToken(), d.one(sources)];
    const came = NOW - d.int(1, 70) * HOUR;
    await openRun(at.address, token, {}, source, new Date(came));
    for (const [i, { at: after, one }] of sent.entries())
      expect(await takeStep(at.address, token, i + 1, one, new Date(came + after * 1000))).toHaveProperty('taken');
    taken.push({ came: new Date(came).toISOString(), source, sent, run, result: resultOf(quiz, run) });
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
      const days = taken.map(dayOf).sort();
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
      return { on: 'answer', of: q.id, any: some([...q.options.map(({ id }) => id), ...(q.other ? ['other'] : [])]) };
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

type Made = Awaited<ReturnType<typeof takenQuiz>>;

/** Every panel that a board can have, each two subjects that can stand against each other, and what was written. */
async function compareParts({ at, quiz }: Made, where: Condition[], meant: Taken[]): Promise<void> {
  const { member, quizId } = at;
  const source = (await sourceOf(member, quizId, where)) as Source;
  const ids = subjectsIn(quiz).map(({ id }) => id);
  for (const id of ids) expect({ id, ...(await chartIn(source, id)) }).toMatchObject(panelApart(quiz, meant, id));
  const parted = ids.filter((id) => partsApart(quiz, meant, id).length > 0);
  for (const [i, one] of parted.entries()) {
    const other = parted[(i + 1) % parted.length] ?? one;
    expect(await chartIn(source, pairId(one, other))).toMatchObject(pairApart(quiz, meant, [one, other]));
  }
  for (const q of questionsOf(quiz)) {
    if (q.kind !== 'text' && q.kind !== 'essay' && q.kind !== 'choice') continue;
    const { words } = await wordsOf(member, quizId, q.id, where);
    const found = words.map((one) => [folded(one.words), one.count, one.right] as const);
    expect(found.sort(([a], [b]) => (a < b ? -1 : 1))).toEqual(wordsApart(q, meant));
  }
}

/** Journey, questions, spreads, results, contacts; by day and source; people; pairs; and the table that is taken out. */
async function compareAll(made: Made, where: Condition[], meant: Taken[]): Promise<void> {
  const { at, quiz, taken } = made;
  const { member, quizId } = at;
  const others = taken.filter((one) => !meant.includes(one));
  expect(await findingsOf(member, quizId, where, { isOthers: true })).toMatchObject(findingsApart(quiz, others));
  expect(await findingsOf(member, quizId, where)).toMatchObject(findingsApart(quiz, meant));
  const { days, hours, sources: from } = await splitsOf(member, quizId, where, NOW);
  const counted = (of: Taken[]) => ({
    ...{ seen: of.length, started: of.length, finished: of.filter(({ run }) => run.finished).length },
    offer: of.filter(({ run }) => run.offers.length > 0).length,
  });
  const by = (key: (one: Taken) => string) =>
    [...new Set(meant.map(key))].sort().map((name) => ({ name, ...counted(meant.filter((one) => key(one) === name)) }));
  const named = (a: { name: string }, b: { name: string }) => (a.name < b.name ? -1 : 1);
  expect(days).toMatchObject(by(dayOf));
  expect(hours).toHaveLength(48);
  const hourOf = ({ came }: Taken) => came.slice(0, 13);
  for (const hour of hours)
    expect(hour).toMatchObject({ name: hour.name, ...counted(meant.filter((one) => hourOf(one) === hour.name)) });
  expect(hours.at(-1)?.name).toBe(new Date(NOW).toISOString().slice(0, 13));
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
        meant.filter((one) => chosenIn(answerTo(one, q)).includes(id)).length,
      );
  }
}

it.each(Array.from({ length: tries(6).numRuns }, (_, seed) => seed))(
  'are as somebody would count them who goes through all runs: quiz %i',
  async (seed) => {
    const made = await takenQuiz(seed);
    const { quiz, taken } = made;
    await compareAll(made, [], taken);
    await compareParts(made, [], taken);
    const d = dice(seed, 'conditions');
    let some = 0;
    for (let i = 0; i < 10; i++) {
      const where = Array.from({ length: d.int(1, 3) }, () => anyCondition(d, quiz, taken));
      expect(readConditions(writeConditions(where))).toEqual(where);
      const meant = taken.filter((one) => isMeantApart(quiz, one, where));
      await compareAll(made, where, meant);
      if (meant.length === 0 || meant.length === taken.length) continue;
      some += 1;
      // Panels are many, and drawn of the same figures: of the first selection they are looked at.
      if (some === 1) await compareParts(made, where, meant);
    }
    // Selections that all mean nobody, or everybody, would show nothing.
    expect(some).toBeGreaterThan(0);
  },
);

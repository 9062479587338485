/**
 * Loads the demo: the workspace of Slow Spoke, its quizzes, and runs made by seeded visitors who go through the same server code as
 * anybody else. Run by `npm run demo` and by the browser tests.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Panel } from '../contract/boards';
import type { Quiz } from '../core/schema/quiz';
import { pairId } from '../core/stats/charts';
import type { Op } from '../core/document/edits';
import { lettersOf } from '../db/queries/letters';
import { addMember, type Membership, membershipOf, renameWorkspace, setVerified } from '../db/queries/members';
import { auth } from '../server/accounts/auth';
import { readConfig } from '../server/platform/config';
import { giveLook, keepLook } from '../server/editing/looks';
import { keepInBank, listBank } from '../server/editing/bank';
import { keepBoard } from '../server/results/boards';
import { recountRuns } from '../server/results/count-runs';
import { mark, toReview } from '../server/results/reviews';
import { closeDatabase, database } from '../server/platform/database';
import { keepEdits } from '../server/editing/edit-quiz';
import { stopJobs } from '../server/platform/jobs';
import { closeMail } from '../server/platform/smtp';
import { addPeople, setAccess } from '../server/publishing/access';
import { editionOf } from '../server/publishing/editions';
import { noteEdition, publishQuiz } from '../server/publishing/publish-quiz';
import { getQuiz } from '../server/accounts/own-quiz';
import { importQuiz } from '../server/editing/quizzes';
import { sendLetter } from '../server/letters/send-letters';
import { leave, leaveUrl } from '../server/letters/unsubscribe';
import { writeToList } from '../server/letters/write-to-list';
import { addKept } from '../studio/edits/bank-edits';
import { placeOfBlock, setField } from '../studio/edits/edits';
import { type Crowd, makeRuns, putDownRuns } from './crowd';

const DAY = 86_400_000;
/** Since when two versions are shown. */
const SPLIT_DAYS = 9;
/** Days since the first quizzes were published. */
const AGE = 60;
/** Runs of the first quiz that come through the server one by one, before there are two versions of it. */
const RUNS = Number(process.env['DEMO_RUNS'] ?? 200);
/** Runs of its two versions that do. */
const LATE_RUNS = 120;
/** Runs of the other quizzes: those that come one by one, and those of old. */
const OTHERS: Record<string, { newest: Crowd; old: Crowd }> = {
  repair: { newest: { runs: 200, days: [9, 0], first: 20_000 }, old: { runs: 1_000, days: [AGE, 9], first: 120_000 } },
  overnight: { newest: { runs: 120, days: [9, 0], first: 30_000 }, old: { runs: 780, days: [AGE, 9], first: 130_000 } },
  start: { newest: { runs: 40, days: [9, 0], first: 40_000 }, old: { runs: 660, days: [AGE, 9], first: 140_000 } },
  wishes: { newest: { runs: 40, days: [9, 0], first: 50_000 }, old: { runs: 460, days: [AGE, 9], first: 150_000 } },
};
/** Runs of old of the first quiz by its editions; of the last two while both were shown, this many to each. */
const OLD: { edition: number; crowd: Crowd }[] = [
  { edition: 1, crowd: { runs: 2_500, days: [AGE, 14], first: 160_000 } },
  { edition: 2, crowd: { runs: 430, days: [14, 10], first: 170_000 } },
  { edition: 2, crowd: { runs: 250, days: [SPLIT_DAYS, 0], first: 180_000 } },
  { edition: 3, crowd: { runs: 500, days: [10, 0], first: 190_000 } },
];

/** Reads a quiz file; addresses on slowspoke.test lead to the sample website. */
function readQuiz(name: string): Quiz {
  const text = readFileSync(join(process.cwd(), 'demo', `${name}.json`), 'utf8');
  // Our own files, which a test validates.
  return JSON.parse(
    text.replaceAll('https://slowspoke.test', readConfig().sampleSite ?? 'https://slowspoke.test'),
  ) as Quiz;
}

async function account(name: string, email: string, password: string): Promise<Membership> {
  const { user } = await auth().api.signUpEmail({ body: { name, email, password } });
  await setVerified(database(), user.id);
  const member = await membershipOf(database(), user.id);
  if (!member) throw new Error(`${name} has no workspace`);
  return member;
}

/** Keeps questions of the repair check in the bank, and takes one of them into the tyre quiz. @returns the revision of the repair check */
async function fillBank(wren: Membership, at: (daysAgo: number) => Date): Promise<number> {
  const ids = ['q-cut', 'q-order', 'q-link', 'q-skip', 'q-match', 'q-pressure'];
  const links = await keepInBank(wren, 'repair', ids, at(AGE + 1));
  const { draft } = await getQuiz(wren, 'repair');
  const ops = Object.entries(links).flatMap(
    ([id, to]) => setField('keep', placeOfBlock(draft, id), ['linked'], undefined, to).ops,
  );
  await keepEdits(wren, 'repair', 0, [{ id: 'demo-bank-1', edit: { name: 'keep', ops } }], at(AGE + 1));
  const taken = (await listBank(wren)).filter((kept) => kept.question.id === links['q-pressure']);
  const tyres = await getQuiz(wren, 'winter-tyres');
  const put = addKept(tyres.draft, taken, 'studs', true);
  if (put) await keepEdits(wren, 'winter-tyres', 0, [{ id: 'demo-bank-2', edit: put.edit }], at(9));
  return 1;
}

async function load(): Promise<void> {
  const { demo } = readConfig();
  if (!demo) throw new Error('DEMO_EMAIL and DEMO_PASSWORD must be set');
  const now = Date.now();
  const wren = await account('Wren', demo.email, demo.password);
  await renameWorkspace(database(), wren.workspaceId, 'Slow Spoke');
  const pia = { ...wren, name: 'Pia' };
  const otto = await account('Otto', 'otto@slowspoke.test', demo.password);
  await addMember(database(), { workspaceId: wren.workspaceId, userId: otto.userId, role: 'editor' });

  await importQuiz(pia, readQuiz('winter-tyres'), 'winter-tyres', new Date(now - 9 * DAY));
  for (const [i, name] of ['wishes', 'start', 'repair', 'overnight'].entries())
    await importQuiz(i % 2 ? wren : pia, readQuiz(name), name, new Date(now - (AGE + 4 - i) * DAY));
  const revision = await fillBank(wren, (days) => new Date(now - days * DAY));
  await publishQuiz(wren, 'wishes', 0, { isSure: true, now: new Date(now - AGE * DAY) });
  await publishQuiz(wren, 'overnight', 0, { isSure: true, now: new Date(now - AGE * DAY) });
  await publishQuiz(wren, 'repair', revision, { isSure: true, now: new Date(now - AGE * DAY) });
  const tourer = readQuiz('tourer');
  // The look of the house, that two quizzes wear.
  const { id: kept } = await keepLook(wren, 'Slow Spoke on paper', tourer.look, new Date(now - (AGE + 2) * DAY));
  await giveLook(pia, kept, ['winter-tyres'], new Date(now - 9 * DAY));
  await importQuiz(wren, { ...tourer, look: { ...tourer.look, kept } }, 'tourer', new Date(now - (AGE + 1) * DAY));
  await publishQuiz(wren, tourer.id, 0, { isSure: true, now: new Date(now - AGE * DAY) });
  await publishQuiz(wren, 'start', 0, { isSure: true, now: new Date(now - AGE * DAY) });
  await takenBy(wren, 'tourer', now, { runs: RUNS, days: [30, 0], first: 1 });
  if (!process.env['DEMO_OPEN']) {
    await askInOwnWords(wren, now);
    for (const [name, { newest, old }] of Object.entries(OTHERS)) {
      await takenBy(wren, name, now, newest);
      await ofOld(wren, name, now, 1, old);
    }
    await markSome(wren, now);
    await restrict(wren, now);
    // They get one of two versions each.
    await takenBy(wren, 'tourer', now, { runs: LATE_RUNS, days: [SPLIT_DAYS, 0], first: 10_000 });
    for (const { edition, crowd } of OLD) await ofOld(wren, 'tourer', now, edition, crowd);
  }
  await keepEdits(
    wren,
    tourer.id,
    (await getQuiz(wren, tourer.id)).revision,
    [
      {
        id: 'demo-edit-1',
        edit: {
          name: 'set-hint',
          ops: [
            {
              op: 'set',
              at: ['pages', 'saturday', 'blocks', 'q-saturday'],
              field: ['hint'],
              to: 'The kettle is off and nobody is waiting.',
            },
          ],
        },
      },
    ],
    new Date(now - 40 * 60_000),
  );
  if (!process.env['DEMO_OPEN']) await arrangeBoards(wren);
  for (const name of ['tourer', 'repair', 'overnight']) await deliver(wren.workspaceId, name, now);
  for (const name of ['tourer', ...Object.keys(OTHERS)]) await recountRuns(wren.workspaceId, name);
}

/** What a person marks, in a second edition of the repair check. */
const ESSAY = 'q-flat';

async function askInOwnWords(wren: Membership, now: number): Promise<void> {
  const at = new Date(now - 10 * DAY);
  const { revision } = await getQuiz(wren, 'repair');
  const item = {
    ...{ id: ESSAY, kind: 'essay', review: true, marks: 2, topic: 'tyres' },
    prompt: 'A flat tyre, no pump, an hour from home. What do you do?',
  };
  const op: Op = { op: 'insert', at: ['pages', 'numbers'], list: 'blocks', item, after: 'q-pressure' };
  await keepEdits(wren, 'repair', revision, [{ id: 'demo-essay', edit: { name: 'insert', ops: [op] } }], at);
  const edition = await publishQuiz(wren, 'repair', revision + 1, { isSure: true, now: at });
  await noteEdition(wren, 'repair', edition, 'One question in their own words');
}

/** Half of what waits has been marked, the same words once; the rest is for whoever tries it. */
async function markSome(wren: Membership, now: number): Promise<void> {
  const { answers } = await toReview(wren, 'repair', ESSAY);
  for (const [i, { words }] of answers.slice(0, 3).entries()) {
    const [marks, note] = [
      [2, 'It works: we have done it.'],
      [1, 'Nearly: mind the rim.'],
      [0, undefined],
    ][i] as [number, string | undefined];
    const done = { words, marks, ...(note === undefined ? {} : { note }) };
    await mark(wren, 'repair', ESSAY, done, new Date(now - DAY));
  }
}

/** How Findings of two quizzes are laid out. */
async function arrangeBoards(wren: Membership): Promise<void> {
  const panel = (of: string, as: Panel['as'], [x, y, w, h]: number[], more: Partial<Panel> = {}) => ({
    ...{ id: `c-${of.replace(/\W+/g, '-')}-${as}`, of, as, title: '', note: '', numbers: 'percent' as const },
    ...{ x: x ?? 0, y: y ?? 0, w: w ?? 6, h: h ?? 8 },
    ...more,
  });
  const boards: Record<string, Panel[]> = {
    tourer: [
      panel('time', 'time', [0, 0, 12, 6], { numbers: 'none' }),
      panel('verdict type', 'tally', [0, 6, 5, 9], {
        title: 'Who takes it',
        note: 'More drifters than we have maps for: order the lane atlas again.',
      }),
      panel(pairId('question q-night', 'verdict type'), 'heat', [5, 6, 7, 9], { title: 'Where each of them sleeps' }),
      panel('question q-bags', 'ranking', [0, 15, 4, 9], { numbers: 'count' }),
      panel('sources', 'columns', [4, 15, 4, 9], { numbers: 'count' }),
      panel('question q-word', 'words', [8, 15, 4, 9], { title: 'Touring, in one word' }),
    ],
    repair: [
      panel('verdict pass', 'ring', [0, 0, 6, 7]),
      panel('spread marks', 'columns', [6, 0, 6, 7], { title: 'How far they came' }),
      panel('knew topic tyres', 'histogram', [0, 7, 6, 8]),
      panel('question q-order', 'ranking', [6, 7, 6, 8], { numbers: 'count' }),
      panel('question q-spots', 'dots', [0, 15, 6, 11], { title: 'Where they look first' }),
      panel('question q-cut', 'bars', [6, 15, 6, 11]),
    ],
  };
  for (const [name, panels] of Object.entries(boards)) await keepBoard(wren, name, { version: 0, panels });
}

/** Visitors take a quiz as it is live. */
async function takenBy(wren: Membership, name: string, now: number, crowd: Crowd): Promise<void> {
  const { workspaceId, liveEdition, address } = await getQuiz(wren, name);
  const quiz = await editionOf(workspaceId, name, liveEdition ?? 1);
  await makeRuns(quiz, address, now, crowd);
  process.stdout.write(` ${name} ${crowd.runs}`);
}

/** Visitors who took an edition of it before. */
async function ofOld(
  { workspaceId }: Membership,
  quizId: string,
  now: number,
  edition: number,
  crowd: Crowd,
): Promise<void> {
  await putDownRuns({ workspaceId, quizId, edition }, await editionOf(workspaceId, quizId, edition), now, crowd);
  process.stdout.write(` ${quizId} ${crowd.runs} of old`);
}

/**
 * What Publish can do, seen at work: an edition history to compare, two versions side by side, members by list, a limit, a reader in the team.
 * Tests of the browser leave it out (`DEMO_OPEN`), since their visitors come to quizzes that are open to anybody.
 */
async function restrict(wren: Membership, now: number): Promise<void> {
  const moss = await account('Moss', 'moss@slowspoke.test', readConfig().demo?.password ?? '');
  await addMember(database(), { workspaceId: wren.workspaceId, userId: moss.userId, role: 'reader' });

  const bench = { id: 'station', text: 'The bench at the old station', weights: { wilder: 2, 'lane-drifter': 2 } };
  const question = (page: string, block: string) => ['pages', page, 'blocks', block];
  const edits: [string, Op[], string][] = [
    [
      'shorter',
      [
        {
          op: 'set',
          at: question('saturday', 'q-saturday'),
          field: ['prompt'],
          to: 'A free Saturday. Where do you point the bike?',
        },
        {
          op: 'set',
          at: [...question('night', 'q-night'), 'options', 'flat'],
          field: ['weights', 'ridge-seeker'],
          to: 5,
        },
        {
          op: 'insert',
          at: question('night', 'q-night'),
          list: 'options',
          item: bench,
          after: 'tap',
        },
      ],
      'Shorter first question; a bench to sleep on',
    ],
    [
      'bags',
      [
        {
          op: 'set',
          at: [...question('far', 'q-far'), 'options', 'o80'],
          field: ['text'],
          to: 'More than 80 km, and home by dusk',
        },
        // Its note says why; Findings say what it makes of older runs.
        ...['u80', 'o80'].map((option): Op => ({
          op: 'set',
          at: [...question('far', 'q-far'), 'options', option],
          field: ['weights', 'long-haul-mule'],
          to: 6,
        })),
      ],
      'Friendlier to the long-haul mule',
    ],
  ];
  for (const [i, [name, ops, note]] of edits.entries()) {
    const { revision } = await getQuiz(wren, 'tourer');
    const at = new Date(now - (14 - 4 * i) * DAY);
    await keepEdits(wren, 'tourer', revision, [{ id: `demo-edition-${i}`, edit: { name, ops } }], at);
    const edition = await publishQuiz(wren, 'tourer', revision + 1, { isSure: true, now: at });
    await noteEdition(wren, 'tourer', edition, note);
  }
  await setAccess(wren, 'tourer', { second: { edition: 2, share: 30 } }, new Date(now - SPLIT_DAYS * DAY));

  const members = Array.from({ length: 40 }, (_, i) => `M-${String(101 + i)}, Member ${i + 1}`).join('\n');
  await addPeople(wren, 'repair', `number, name\n${members}`);
  const month = new Date(now).toISOString().slice(0, 7);
  const last = new Date(Date.UTC(Number(month.slice(0, 4)), Number(month.slice(5)), 0)).getUTCDate();
  await setAccess(
    wren,
    'repair',
    { who: 'list', times: 1, from: `${month}-01T00:00`, until: `${month}-${last}T23:59`, zone: 'Europe/London' },
    new Date(now - 2 * DAY),
  );
  await addPeople(wren, 'repair', 'ferry@slowspoke.test, The ferry\nbakery@slowspoke.test, The bakery');
  await writeToList(
    wren,
    'repair',
    {
      round: 'demo-round-1',
      subject: 'Your repair check is open this month',
      words: 'Ten questions, a quarter of an hour, once each. Whoever passes gets a certificate for the workshop wall.',
      again: 5,
    },
    new Date(now - 2 * DAY),
  );
  await setAccess(
    wren,
    'wishes',
    { most: 800, words: { full: 'The wish jar is full. Thank you; see you on the meadow!' } },
    new Date(now - 3 * DAY),
  );
}

/** Sends the letters that the runs caused, each as of the moment it was due. One of their readers wants no more. */
async function deliver(workspaceId: string, quizId: string, now: number): Promise<void> {
  const [newest] = await lettersOf(database(), workspaceId, quizId, { state: 'waiting', most: 1 });
  if (newest) {
    const [workspace = '', letter = '', mark = ''] = leaveUrl(workspaceId, newest.letterId).split('/').slice(-3);
    await leave({ workspace, letter, mark }, true);
  }
  for (const letter of await lettersOf(database(), workspaceId, quizId, { state: 'waiting', most: 10_000 })) {
    await sendLetter(
      { workspaceId, letterId: letter.letterId },
      { now: () => new Date(Math.min(now, (letter.dueAt ?? letter.writtenAt).getTime() + 2_000)) },
    ).catch(() => undefined);
  }
}

load()
  .finally(async () => {
    closeMail();
    await stopJobs();
    await closeDatabase();
  })
  .catch((error: unknown) => {
    console.error(error);
    process.exitCode = 1;
  });

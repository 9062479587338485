import { randomInt } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import type { Standing } from '../../contract/visits';
import { doorFor, wordedIn } from '../../core/access/door';
import { TRAP } from '../../core/access/oddity';
import { tracesOf } from '../../core/access/traces';
import type { Access } from '../../core/schema/access';
import { quizLanguageFor, type Wish } from '../../core/languages/choose';
import { inLanguage } from '../../core/languages/translate';
import type { Quiz } from '../../core/schema/quiz';
import { same } from '../../core/document/edits';
import { type Refusal, type Run, type Sent, startRun, step } from '../../core/flow/run';
import { GRACE } from '../../core/flow/clock';
import { sentFromForm } from '../../core/flow/plain-form';
import { viewOf } from '../../core/flow/view';
import { hasContact } from '../../core/stats/counts';
import { appendEvent, LARGEST_RUN, MOST_EVENTS, sizeOf } from '../../db/append';
import { lockPerson, runsOfPerson, takePlace } from '../../db/queries/access';
import { insertRun, type RunRow, type RunWithEvents, setLanguage, setToken } from '../../db/queries/runs';
import { database } from '../platform/database';
import { editionOf, liveQuiz, runOf, type LiveEdition, versionFor } from '../publishing/editions';
import { type Admitted, admit, atDoor, type Key, requireOpen, settingsFor } from './admission';
import { heldUntil } from '../publishing/embargo';
import { type Chosen, keepFiles, lostFiles } from './run-files';
import { runOfToken } from './run-of-token';
import { runOfLasting } from '../publishing/keys';
import { trialAt } from '../publishing/trials';
import { isHeard, tellOfRun } from '../integrations/tell';
import { hashToken } from '../platform/ids';
import { HttpError, notFound } from '../platform/http-error';
import { counts, looked } from '../platform/metrics';
import { newRunId } from '../platform/months';
import { takeOne } from '../platform/rates';
import { readHandOver } from './hand-over';
import { keepWhatWasLeft } from './keep-contact';
import { type By, requireWork } from './oddity';
import { plainTicket, readPlainTicket } from './plain-ticket';
import { deadlineFor, pageNow, standingOf } from './standing';

/** The first page of a quiz as everybody gets it, before there is a run. */
export function firstLook({ quiz, edition }: Pick<LiveEdition, 'quiz' | 'edition'>): Standing {
  return { seq: 0, edition, view: viewOf(quiz, startRun(quiz, { seed: 0 })) };
}

/** A quiz that cannot be begun: its title and its look, and nothing of what it asks. */
export function closedLook(live: Pick<LiveEdition, 'quiz' | 'edition'>): Standing {
  const { view, ...standing } = firstLook(live);
  const { quiz } = view;
  const progress = { at: 0, of: 0 };
  return { ...standing, view: { quiz, page: null, progress, back: false, finished: false, answers: {}, contact: {} } };
}

/**
 * Opens a run for a token that the browser made, or finds the one it opened before.
 * @param params of the address; only what the quiz declares as known is kept
 */
export async function openRun(
  address: string,
  token: string,
  params: Record<string, string>,
  source: string,
  now = new Date(),
  key: Key = {},
): Promise<Standing> {
  const before = await runOfToken(address, token);
  if (before) {
    if (!before.finishedAt && !before.isTrial) requireOpen(await settingsFor(before), now);
    return lookAgain(address, token, await inWanted(address, token, before, key.wish), now);
  }
  if (runOfLasting(token) !== null) throw notFound('This result');
  const trial = key.try === undefined ? null : await trialAt(address, key.try, now);
  const live = trial ?? (await versionFor(await liveQuiz(address), key.network ?? key.device ?? token, key.shown));
  const { workspaceId, quizId, edition } = live;
  const language = otherLanguage(live.quiz, key.wish);
  const quiz = inLanguage(live.quiz, language);
  const admitted = await admit(live, key, now);
  const handed = params['handed'] ? await readHandOver(params['handed'], { workspaceId, quizId }, now) : null;
  // What an earlier quiz says is taken from that quiz alone, not from an address that anybody can write.
  const own = (values: Record<string, string> | undefined, name: string) =>
    values && Object.hasOwn(values, name) ? values[name] : undefined;
  const known = Object.fromEntries(
    quiz.known.flatMap(({ id, from, param }) => {
      const value = own(from === 'quiz' ? handed?.values : params, param || id);
      return value === undefined ? [] : [[id, value.slice(0, 300)] as const];
    }),
  );
  const begun = await begin(live, admitted, {
    workspaceId,
    runId: await newRunId(now),
    quizId,
    edition,
    tokenHash: hashToken(token),
    seed: randomInt(2 ** 31),
    known,
    source: (handed?.from ?? source).slice(0, 100),
    language,
    seenAt: now,
    lastAt: now,
    isTrial: trial !== null,
    odd: trial ? null : crowdIn(key, now),
    traces: trial ? null : tracesOf(live.access.settings, key.seen ?? {}),
    ...admitted,
  });
  if (begun && 'events' in begun) return lookAgain(address, token, begun, now);
  if (begun) {
    const run = startRun(quiz, begun);
    counts.visits.inc({ what: 'begun' });
    remember(passKey(address, token), { row: begun, quiz, run });
    return standingOf(quiz, begun, run, now);
  }
  // Another request opened the run first, or the token belongs to a run of another quiz.
  const there = await runOfToken(address, token);
  if (!there) throw new HttpError(409, 'other-quiz', 'This pass belongs to another quiz. Please start anew.');
  return lookAgain(address, token, there, now);
}

/** One of the languages that a quiz was put into; null for its own. */
function otherLanguage(quiz: Quiz, wish: Wish | undefined): string | null {
  const wanted = wish && quizLanguageFor(quiz, wish);
  return wanted === undefined || wanted === quiz.language ? null : wanted;
}

/** A run that was begun before, in the language that its visitor asks for now. */
async function inWanted(address: string, token: string, row: RunWithEvents, wish?: Wish): Promise<RunWithEvents> {
  if (wish?.asked === undefined) return row;
  const language = otherLanguage(await editionOf(row.workspaceId, row.quizId, row.edition), wish);
  if (language === row.language) return row;
  await setLanguage(database(), row, language);
  recent.delete(passKey(address, token));
  return { ...row, language };
}

/** One of very many runs of this browser at this address of the network. */
const crowdIn = ({ network }: Key, now: Date): 'crowd' | null =>
  network !== undefined && takeOne('crowd', network, now.getTime()) > 0 ? 'crowd' : null;

/**
 * Puts a run on disk, if its person may have one more. One that they have begun and not finished is gone on with, under the new token: two
 * windows and two processes make one run of it.
 * @returns the run, with its events where it was begun before; undefined where the token opens another one
 */
async function begin(
  { workspaceId, quizId, quiz, access: { settings } }: LiveEdition,
  { person }: Admitted,
  row: Parameters<typeof insertRun>[1],
): Promise<RunRow | RunWithEvents | undefined> {
  const isTold = !row.isTrial && (await isHeard(workspaceId, quizId, 'run.started'));
  if (person === null && !isTold) return insertRun(database(), row);
  return database().transaction(async (tx) => {
    const started = async () => {
      const begun = await insertRun(tx, row);
      if (begun && isTold)
        await tellOfRun(tx, 'run.started', { row: begun, quiz, run: startRun(quiz, begun) }, begun.seenAt);
      return begun;
    };
    if (person === null) return started();
    await lockPerson(tx, workspaceId, quizId, person);
    const runs = await runsOfPerson(tx, workspaceId, quizId, person);
    const open = runs.find((run) => run.finishedAt === null);
    if (open) {
      await setToken(tx, open, row.tokenHash);
      return { ...open, tokenHash: row.tokenHash };
    }
    if (settings.times !== undefined && runs.length >= settings.times)
      throw atDoor(doorFor(wordedIn(settings, row.language ?? null), 'taken'));
    return started();
  });
}

/**
 * Goes on with a run that began by forms without scripts, in a browser whose scripts have come now. The run gets a token that this browser has
 * made: whoever else knew the old one, because they began the run and sent its address to somebody, is out.
 * @returns where it stands; null where the ticket is good for nothing any more
 */
export async function adoptRun(
  address: string,
  ticket: string,
  token: string,
  now = new Date(),
): Promise<Standing | null> {
  const found = await runOfTicket(address, ticket);
  if (!found) return null;
  const adopted = await setToken(database(), found.row, hashToken(token));
  return adopted ? findRun(address, token, now) : null;
}

/** The run that a ticket is good for: one that has not gone on since the ticket's page was made. Offers taken on that page leave it good. */
async function runOfTicket(address: string, text: string): Promise<{ row: RunWithEvents; token: string } | null> {
  const ticket = await readPlainTicket(address, text);
  const row = ticket && (await runOfToken(address, ticket.token));
  if (!row || row.seq < ticket.seq || row.events.slice(ticket.seq).some((e) => e.do !== 'offer')) return null;
  return { row, token: ticket.token };
}

/** A ticket for the run whose token stands in letters to its visitor. @throws HttpError 404 where there is none */
export async function ticketOfLasting(address: string, token: string): Promise<string> {
  const row = runOfLasting(token) === null ? undefined : await runOfToken(address, token);
  if (!row) throw notFound('This result');
  return plainTicket(address, { token, seq: row.seq });
}

/** Where the run of a ticket stands, and the run's token; null where the ticket is good for nothing any more. */
export async function findByTicket(
  address: string,
  text: string,
  now = new Date(),
): Promise<{ standing: Standing; token: string } | null> {
  const found = await runOfTicket(address, text);
  return found && { standing: await lookAgain(address, found.token, found.row, now), token: found.token };
}

/**
 * Takes a form of a page without scripts. Sent twice, it counts once, and both answers lead on.
 * @param form what was sent, by field
 * @param files what was chosen, by field
 * @returns a ticket for the page that comes next, and what it is to say; null where the run has gone on from another page
 */
export async function takePlainStep(
  address: string,
  text: string,
  form: ReadonlyMap<string, string[]>,
  now = new Date(),
  files: ReadonlyMap<string, Chosen> = new Map(),
): Promise<{ ticket: string; step: StepTaken } | null> {
  const ticket = await readPlainTicket(address, text);
  if (!ticket) return null;
  const row = await runOfToken(address, ticket.token);
  if (!row) return null;
  const offers = row.events.slice(ticket.seq).findIndex((e) => e.do !== 'offer');
  const seq = offers < 0 ? row.seq : ticket.seq + offers;
  if (row.seq > seq + 1) return null;
  const { quiz, run: before } = await runOf({ ...row, events: row.events.slice(0, seq) });
  const held = before.finished ? await heldUntil(database(), quiz, row, { run: before, now }) : null;
  const view = viewOf(quiz, before, held);
  const kept = await keepFiles(quiz, row, view, { files, now });
  const sent = sentFromForm(view, new Map([...form, ...kept.values]));
  if (row.seq > seq && !same(row.events[seq], sent)) return null;
  const by = { isPlain: true, trap: (form.get(TRAP) ?? []).some((words) => words !== '') };
  const step: StepTaken = kept.refused.length
    ? { refused: kept.refused, standing: await standingOf(quiz, row, before, now) }
    : await takeStep(address, ticket.token, seq + 1, sent, now, by);
  const standing = 'taken' in step ? step.taken : step.standing;
  return { ticket: await plainTicket(address, { token: ticket.token, seq: standing.seq }), step };
}

/** Where the run of a token stands. */
export async function findRun(address: string, token: string, now = new Date()): Promise<Standing> {
  const row = await runOfToken(address, token);
  if (!row) throw notFound('This run');
  return lookAgain(address, token, row, now);
}

/** The standing of a run on return; applies a time limit that has passed meanwhile. */
async function lookAgain(address: string, token: string, row: RunWithEvents, now: Date): Promise<Standing> {
  const { quiz, run } = await runOf(row);
  const deadline = await deadlineFor(quiz, row);
  if (deadline && now.getTime() > deadline.at + GRACE) {
    const step = await takeStep(
      address,
      token,
      row.seq + 1,
      { do: 'time', of: deadline.of, page: pageNow(quiz, run) },
      now,
      { isPlain: true },
    );
    return 'taken' in step ? step.taken : step.standing;
  }
  return standingOf(quiz, row, run, now);
}

export type StepTaken = { taken: Standing } | { refused: Refusal[]; standing: Standing };

type Pass = { row: RunRow; quiz: Quiz; run: Run };

/**
 * Where runs stood that this process moved last. Nothing depends on it: what is appended is appended only if the database says that the run
 * still stands there, and its events up to there never change. It saves reading and replaying them for the answer that comes next.
 */
const recent = new LRUCache<string, Pass>({ max: 2_000 });
const passKey = (address: string, token: string) => `${address} ${token}`;

function remember(key: string, pass: Pass): void {
  if (pass.run.finished) recent.delete(key);
  else recent.set(key, pass);
}

/**
 * Takes what a visitor sent as the `seq`th thing of their run. On disk before it answers. Sent twice, it counts once; sent late or out of
 * order, it is refused and the browser is told where the run stands.
 */
export async function takeStep(
  address: string,
  token: string,
  seq: number,
  sent: Sent,
  now = new Date(),
  by: By = {},
): Promise<StepTaken> {
  const key = passKey(address, token);
  for (let attempt = 0; attempt < 3; attempt++) {
    const known = looked('runs', recent.get(key));
    const pass = known?.row.seq === seq - 1 ? known : await readPass(address, token, seq, sent);
    if ('taken' in pass) return pass;
    const { row, quiz, run } = pass;
    const odd = await requireWork(row, seq, by, now).catch((error: unknown) => {
      recent.delete(key);
      throw error;
    });
    // Nothing is in the way of a trial, and nothing of it counts.
    const settings = row.isTrial ? null : await settingsFor(row);
    if (!run.finished) requireOpen(settings, now);
    if (seq > MOST_EVENTS || row.size + sizeOf(sent) > LARGEST_RUN)
      throw new HttpError(
        413,
        'run-full',
        'This run holds as much as can be kept of one. What was sent so far is kept; to answer more, please start anew.',
      );
    const taken = await inTime(quiz, row, run, sent, now);
    if (!taken) throw new HttpError(409, 'moved-on', 'There is time left.', await standingOf(quiz, row, run, now));
    const next = step(quiz, run, taken);
    const refused = 'refused' in next ? next.refused : await lostFiles(quiz, row, taken);
    if ('refused' in next || refused.length > 0) return { refused, standing: await standingOf(quiz, row, run, now) };
    // An offer that is taken again, is not there, or belongs to a result that is still kept back, is no event.
    if (
      taken.do === 'offer' &&
      (next.run === run || (run.finished && (await heldUntil(database(), quiz, row, { run, now })) !== null))
    )
      return { taken: await standingOf(quiz, row, run, now) };
    if (await write(quiz, row, { run: next.run, before: run, seq, sent: taken, now, settings })) {
      const moved = { ...row, odd, seq, size: row.size + sizeOf(taken), lastAt: now };
      remember(key, { row: moved, quiz, run: next.run });
      counts.visits.inc({ what: 'answer' });
      if (next.run.finished && !run.finished) counts.visits.inc({ what: 'finished' });
      return { taken: await standingOf(quiz, moved, next.run, now) };
    }
    // Lost the race against another request of the same run, or its language was switched elsewhere; read again.
    recent.delete(key);
  }
  throw new HttpError(409, 'busy', 'This run is being changed from several places at once. Please try again.');
}

/**
 * What counts of what was sent: all of it in time; after that, that time is up. Null where a browser says so too early.
 * A late answer is not taken: what was filled in when time was up came with the browser's own word that it is up.
 */
async function inTime(quiz: Quiz, row: RunRow, run: Run, sent: Sent, now: Date): Promise<Sent | null> {
  if (sent.do === 'offer') return sent;
  const deadline = await deadlineFor(quiz, row);
  const late = deadline ? now.getTime() - deadline.at : -Infinity;
  if (sent.do === 'time') {
    if (!deadline || late < -GRACE) return null;
    const answers = late <= GRACE && sent.answers ? { answers: sent.answers } : {};
    return { do: 'time', of: deadline.of, page: sent.page, ...answers };
  }
  return deadline && late > GRACE ? { do: 'time', of: deadline.of, page: pageNow(quiz, run) } : sent;
}

/** Reads where a run stands, if that is just before `seq`; else what the browser must be told. */
async function readPass(address: string, token: string, seq: number, sent: Sent): Promise<Pass | { taken: Standing }> {
  const row = await runOfToken(address, token);
  if (!row) throw notFound('This run');
  const { quiz, run } = await runOf(row);
  if (seq === row.seq + 1) return { row, quiz, run };
  const here = await standingOf(quiz, row, run, new Date());
  if (seq <= row.seq && same(row.events[seq - 1], sent)) return { taken: here };
  if (seq <= row.seq)
    throw new HttpError(409, 'moved-on', 'This quiz has gone on in another window. Here is where it stands.', here);
  throw new HttpError(409, 'ahead', 'Something sent before has not arrived. Here is where the quiz stands.', here);
}

type Written = { run: Run; before: Run; seq: number; sent: Sent; now: Date; settings: Access | null };

async function write(quiz: Quiz, row: RunRow, { run, before, seq, sent, now, settings }: Written): Promise<boolean> {
  const { workspaceId, runId, tokenHash, language } = row;
  const event = { workspaceId, runId, tokenHash, language, seq, sent, at: now, finished: run.finished };
  // Of a trial no address is kept, and no letter is sent.
  if (row.isTrial) return appendEvent(database(), event);
  const contactNews = sent.do === 'go' && sent.contact !== undefined && hasContact(run);
  const finishedNow = run.finished && !before.finished;
  // Letters to makers tell of runs without a contact too.
  const isLeft = contactNews || (finishedNow && (hasContact(run) || quiz.messages.some(({ to }) => to !== 'visitor')));
  const happened = [
    ...(contactNews ? (['contact.left'] as const) : []),
    ...(finishedNow ? (['run.finished'] as const) : []),
  ];
  const isTold = happened.length > 0 && (await isHeard(workspaceId, row.quizId, ...happened));
  if (!isLeft && !isTold && !(finishedNow && settings)) return appendEvent(database(), event);
  return database().transaction(async (tx) => {
    if (!(await appendEvent(tx, event))) return false;
    // The whole step is taken back where the last place has gone.
    if (finishedNow && settings && !(await takePlace(tx, workspaceId, row.quizId)))
      throw atDoor(doorFor(settings, 'full'));
    if (isLeft) await keepWhatWasLeft(tx, quiz, row, run, { contactNews, now });
    if (isTold) for (const kind of happened) await tellOfRun(tx, kind, { row, quiz, run }, now);
    return true;
  });
}

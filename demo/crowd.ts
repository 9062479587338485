/** Seeded visitors: the newest ones go through the same server code as anybody else, those of old are put down all at once. */
import type { Quiz } from '../core/schema/quiz';
import { isContact, quizIndex } from '../core/document/lookup';
import { LOOK_OVER } from '../core/flow/look-over';
import { type Sent, startRun, step } from '../core/flow/run';
import { type View, viewOf } from '../core/flow/view';
import { randomOf } from '../core/values/random';
import { runEvents, runs } from '../db/schema';
import { database } from '../server/platform/database';
import { openRun, takeStep } from '../server/visitor/take-step';
import { makeVisitor, type Visitor } from './visitors';

const DAY = 86_400_000;
/** Who takes it at once. */
const WORKERS = 8;
/** Runs that are put down with one statement. */
const PORTION = 300;

/** @property days how long ago the first of them came, and the last @property first number of the first of them, by which each is another visitor */
export type Crowd = { runs: number; days: readonly [first: number, last: number]; first: number };

type Comer = { visitor: Visitor; at: number; number: number };

function crowdOf(quiz: Quiz, now: number, { runs: many, days, first }: Crowd): Comer[] {
  const random = randomOf(2026 + first, 'crowd');
  const crowd: Comer[] = [];
  let started = 0;
  for (let number = first; started < many; number++) {
    const visitor = makeVisitor(quiz, number, randomOf(number, 'visitor'));
    crowd.push({ visitor, number, at: arrival(now, days, random) });
    if (!visitor.onlyLooks) started += 1;
  }
  return crowd;
}

/** Visitors who take a quiz as anybody does, most of them of an evening, more of them at the weekend. */
export async function makeRuns(quiz: Quiz, address: string, now: number, crowd: Crowd): Promise<void> {
  const queue = crowdOf(quiz, now, crowd);
  const worker = async () => {
    for (let next = queue.pop(); next; next = queue.pop()) await comeTo(quiz, address, next);
  };
  await Promise.all(Array.from({ length: WORKERS }, worker));
}

/**
 * Visitors of old, who left no address and had no letter: what they sent is worked out here, and put down at once. Coming one by one they would
 * take minutes.
 */
export async function putDownRuns(
  { workspaceId, quizId, edition }: { workspaceId: string; quizId: string; edition: number },
  quiz: Quiz,
  now: number,
  crowd: Crowd,
): Promise<void> {
  const all = crowdOf(quiz, now, crowd).map(({ visitor, number, at }) => {
    const runId = `r-old-${quizId}-${number}`;
    const { sent, times, finished } = sentBy(quiz, { ...visitor, leavesContact: false }, number, at);
    const events = sent.map((one, i) => ({ workspaceId, runId, seq: i + 1, sent: one, at: times[i] ?? new Date(at) }));
    const lastAt = times.at(-1) ?? new Date(at);
    return {
      events,
      row: {
        ...{ workspaceId, runId, quizId, edition, tokenHash: runId, seed: number, known: {}, source: visitor.source },
        ...{ seenAt: new Date(at), lastAt, finishedAt: finished ? lastAt : null },
        ...{ seq: sent.length, size: JSON.stringify(sent).length },
      },
    };
  });
  for (let i = 0; i < all.length; i += PORTION) {
    const portion = all.slice(i, i + PORTION);
    await database()
      .insert(runs)
      .values(portion.map(({ row }) => row));
    const events = portion.flatMap((one) => one.events);
    if (events.length > 0) await database().insert(runEvents).values(events);
  }
}

function arrival(now: number, [first, last]: Crowd['days'], random: () => number): number {
  for (;;) {
    const at = new Date(now - (last + random() * (first - last)) * DAY);
    const weekend = at.getUTCDay() % 6 === 0;
    const hour = at.getUTCHours();
    // A letter to the readers went out eleven days ago and brought many.
    const letter = Math.floor((now - at.getTime()) / DAY) === 11;
    const chance = (weekend ? 0.7 : 0.4) * (hour < 6 ? 0.1 : hour > 17 ? 1 : 0.6) + (letter ? 0.5 : 0);
    if (at.getTime() < now - 30 * 60_000 && random() < chance) return at.getTime();
  }
}

async function comeTo(quiz: Quiz, address: string, { visitor, number, at: seen }: Comer): Promise<void> {
  const token = `demo-visitor-${String(number).padStart(12, '0')}`;
  let { seq, view } = await openRun(address, token, { utm_source: visitor.source }, visitor.source, new Date(seen));
  const way = wayOf(quiz, visitor, number, view);
  for (let at = seen, next = way.next(); !next.done; next = way.next(view)) {
    at += visitor.seconds() * 1000;
    const taken = await takeStep(address, token, seq + 1, next.value, new Date(at));
    if (!('taken' in taken)) throw new Error(`A demo visitor was refused: ${JSON.stringify(taken.refused)}`);
    ({ seq, view } = taken.taken);
  }
}

function sentBy(quiz: Quiz, visitor: Visitor, number: number, seen: number) {
  const sent: Sent[] = [];
  const times: Date[] = [];
  let run = startRun(quiz, { seed: number });
  const way = wayOf(quiz, visitor, number, viewOf(quiz, run));
  for (let at = seen, next = way.next(); !next.done; next = way.next(viewOf(quiz, run))) {
    at += visitor.seconds() * 1000;
    const taken = step(quiz, run, next.value);
    if (!('run' in taken)) throw new Error(`A demo visitor was refused: ${JSON.stringify(taken.refused)}`);
    run = taken.run;
    sent.push(next.value);
    times.push(new Date(at));
  }
  return { sent, times, finished: run.finished };
}

/** What a visitor sends, one thing after the other, by what they see. */
function* wayOf(quiz: Quiz, visitor: Visitor, number: number, first: View): Generator<Sent, void, View> {
  if (visitor.onlyLooks) return;
  const { questions } = quizIndex(quiz);
  let view = first;
  let isFirst = true;
  while (!view.finished && view.page) {
    const { id, blocks } = view.page;
    if (id === LOOK_OVER) {
      view = yield { do: 'go', page: LOOK_OVER };
      continue;
    }
    const page = quizIndex(quiz).pages.get(id);
    if (!page || (!isFirst && visitor.leavesAt(page.id))) return;
    isFirst = false;
    // Those that are seen: a page may draw its own from the bank.
    const asked = blocks.flatMap((block) => questions.get(block.id) ?? []);
    const answers = Object.fromEntries(asked.map((q) => [q.id, visitor.answer(q)]));
    const contact = Object.fromEntries(
      page.blocks
        .filter(isContact)
        .map((block) => [
          block.id,
          visitor.leavesContact
            ? { fields: { name: visitor.name, email: addressOf(visitor, number) }, consent: block.consent?.version }
            : { skipped: true as const },
        ]),
    );
    view = yield {
      do: 'go',
      page: page.id,
      ...(Object.keys(answers).length ? { answers } : {}),
      ...(Object.keys(contact).length ? { contact } : {}),
    };
  }
  const outcome = view.page?.blocks.find((b) => b.kind === 'verdict')?.outcomes[0];
  if (visitor.takesOffer && outcome?.offer) yield { do: 'offer', outcome: outcome.id };
}

/** Two boxes take no letters. */
const REFUSED = new Set([7, 100]);
const addressOf = ({ email }: Visitor, number: number): string => (REFUSED.has(number) ? `refused.${email}` : email);

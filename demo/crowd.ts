/** Seeded visitors who go through the same server code as anybody else. */
import type { Quiz } from '../core/schema/quiz';
import { isContact, quizIndex } from '../core/document/lookup';
import { LOOK_OVER } from '../core/flow/look-over';
import type { Sent } from '../core/flow/run';
import { randomOf } from '../core/values/random';
import { openRun, takeStep } from '../server/visitor/take-step';
import { makeVisitor, type Visitor } from './visitors';

const DAY = 86_400_000;
/** Who takes it at once: what they send goes to the database together. */
const WORKERS = 24;

/** @property first number of the first of them, by which each is another visitor */
export type Crowd = { runs: number; days: number; first?: number };

/**
 * Visitors who take a quiz as anybody does, most of them of an evening, more of them at the weekend.
 * @returns how many have started
 */
export async function makeRuns(
  quiz: Quiz,
  address: string,
  now: number,
  { runs, days, first = 1 }: Crowd,
): Promise<number> {
  const random = randomOf(2026 + first, 'crowd');
  const crowd: { visitor: Visitor; at: number; number: number }[] = [];
  let started = 0;
  for (let number = first; started < runs; number++) {
    const visitor = makeVisitor(quiz, number, randomOf(number, 'visitor'));
    crowd.push({ visitor, number, at: arrival(now, days, random) });
    if (!visitor.onlyLooks) started += 1;
  }
  const queue = [...crowd];
  const worker = async () => {
    for (let next = queue.pop(); next; next = queue.pop())
      await takeQuiz(quiz, address, next.visitor, next.number, new Date(next.at));
  };
  await Promise.all(Array.from({ length: WORKERS }, worker));
  return started;
}

function arrival(now: number, days: number, random: () => number): number {
  for (;;) {
    const at = new Date(now - random() * days * DAY);
    const weekend = at.getUTCDay() % 6 === 0;
    const hour = at.getUTCHours();
    // A letter to the readers went out eleven days ago and brought many.
    const letter = Math.floor((now - at.getTime()) / DAY) === 11;
    const chance = (weekend ? 0.7 : 0.4) * (hour < 6 ? 0.1 : hour > 17 ? 1 : 0.6) + (letter ? 0.5 : 0);
    if (at.getTime() < now - 30 * 60_000 && random() < chance) return at.getTime();
  }
}

async function takeQuiz(quiz: Quiz, address: string, visitor: Visitor, number: number, seen: Date): Promise<void> {
  const { questions } = quizIndex(quiz);
  const token = `demo-visitor-${String(number).padStart(12, '0')}`;
  let at = seen.getTime();
  let { seq, view } = await openRun(address, token, { utm_source: visitor.source }, visitor.source, seen);
  if (visitor.onlyLooks) return;
  const send = async (sent: Sent) => {
    at += visitor.seconds() * 1000;
    const step = await takeStep(address, token, seq + 1, sent, new Date(at));
    if (!('taken' in step)) throw new Error(`A demo visitor was refused: ${JSON.stringify(step.refused)}`);
    ({ seq, view } = step.taken);
  };
  while (!view.finished && view.page) {
    if (view.page.id === LOOK_OVER) {
      await send({ do: 'go', page: LOOK_OVER });
      continue;
    }
    const page = quiz.pages.find((p) => p.id === view.page?.id);
    if (!page || (seq > 0 && visitor.leavesAt(page.id))) return;
    // Those that are seen: a page may draw its own from the bank.
    const asked = view.page.blocks.flatMap(({ id }) => questions.get(id) ?? []);
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
    await send({
      do: 'go',
      page: page.id,
      ...(Object.keys(answers).length ? { answers } : {}),
      ...(Object.keys(contact).length ? { contact } : {}),
    });
  }
  const outcome = view.page?.blocks.find((b) => b.kind === 'verdict')?.outcomes[0];
  if (visitor.takesOffer && outcome) await send({ do: 'offer', outcome: outcome.id });
}

/** Two boxes take no letters. */
const REFUSED = new Set([7, 100]);
const addressOf = ({ email }: Visitor, number: number): string => (REFUSED.has(number) ? `refused.${email}` : email);

/** Where a run stands, as the visitor's browser is told: the core's view, and what only the server knows. */
import type { Standing } from '../../contract/visits';
import type { ChartView } from '../../core/blocks/view';
import { quizIndex } from '../../core/document/lookup';
import { offeredBy } from '../../core/questions/registry';
import type { Quiz } from '../../core/schema/quiz';
import { othersOf } from '../../core/stats/others';
import { viewsAhead } from '../../core/flow/ahead';
import { type Deadline, deadlineOf, hasLimits } from '../../core/flow/clock';
import { currentPage, type Run } from '../../core/flow/run';
import { type BlockView, type View, viewOf } from '../../core/flow/view';
import { figuresOf } from '../../db/queries/figures';
import { type RunRow, timedEvents } from '../../db/queries/runs';
import { database } from '../platform/database';
import { besideRun } from '../letters/links';
import { heldUntil } from '../publishing/embargo';
import { whatWasLeft } from './keep-contact';
import { certificateUrl } from './certificate-url';
import { handOverAddress } from './hand-over';
import { sharedMark } from './share';

/** When time is up for a run as it is on disk; null where nothing limits it. */
export async function deadlineFor(quiz: Quiz, row: RunRow): Promise<Deadline | null> {
  if (!hasLimits(quiz) || row.finishedAt) return null;
  const sent = (await timedEvents(database(), row.workspaceId, row.runId)).map((e) => ({ ...e, at: e.at.getTime() }));
  return deadlineOf(quiz, { seed: row.seed, known: row.known, at: row.seenAt.getTime() }, sent);
}

/** @param row of the run, as it is on disk with `run` as its state */
export async function standingOf(quiz: Quiz, row: RunRow, run: Run, now: Date): Promise<Standing> {
  const held = run.finished ? await heldUntil(database(), quiz, row, { run, now }) : null;
  const seen = viewOf(quiz, run, held, run.finished ? await besideRun(database(), { quiz, run }, row, now) : {});
  const deadline = run.finished ? null : await deadlineFor(quiz, row);
  const ahead = viewsAhead(quiz, run);
  return {
    seq: row.seq,
    edition: row.edition,
    view: run.finished ? await withEnds(seen, quiz, row, { now, mail: mailTo(quiz, run, now) }) : seen,
    ...(ahead.length ? { ahead } : {}),
    ...(deadline ? { clock: { of: deadline.of, left: Math.max(0, deadline.at - now.getTime()) } } : {}),
  };
}

/** The page a run stands on once time is up, as the step that says so names it. */
export const pageNow = (quiz: Quiz, run: Run): string => currentPage(quiz, run)?.id ?? '';

/** Where a letter about the result will go; null where none does. */
function mailTo(quiz: Quiz, run: Run, now: Date): string | null {
  const left = quiz.messages.length ? whatWasLeft(quiz, run, now) : null;
  return left?.mayWrite ? left.email : null;
}

/** Adds where hand-overs lead and how others answered. */
type With = { now: Date; mail: string | null };

async function withEnds({ out, ...view }: View, quiz: Quiz, row: RunRow, { now, mail }: With): Promise<View> {
  const { page } = view;
  const blocks = page ? await Promise.all(page.blocks.map((block) => withEnd(block, quiz, row, { now, mail }))) : [];
  const to = out && 'quiz' in out ? await handOverAddress(row, out.quiz, '', now) : null;
  return {
    ...view,
    page: page && { ...page, blocks },
    ...(out && 'url' in out ? { out } : to ? { out: { url: to } } : {}),
  };
}

async function withEnd(block: BlockView, quiz: Quiz, row: RunRow, { now, mail }: With): Promise<BlockView> {
  if (block.kind === 'held-back') return { ...block, ...(mail === null ? {} : { mail }) };
  if (block.kind === 'hand-over') {
    const url = await handOverAddress(row, block.quiz, block.id, now);
    return { ...block, ...(url === null ? {} : { url }) };
  }
  if (block.kind === 'certificate') return { ...block, url: await certificateUrl(row, block.id) };
  if (block.kind === 'share') {
    const { outcome, ...rest } = block;
    return outcome === undefined ? rest : { ...rest, shared: sharedMark(row.quizId, outcome) };
  }
  return block.kind === 'chart' ? { ...block, ...(await othersIn(block, quiz, row)) } : block;
}

/** The figures of a chart. */
async function othersIn(
  { topic, question: id = '', options }: ChartView,
  quiz: Quiz,
  { workspaceId, quizId }: RunRow,
): Promise<Pick<ChartView, 'others' | 'drawing'>> {
  const figures = await figuresOf(database(), workspaceId, quizId);
  if (topic !== undefined) {
    const counts = options.map((o) => [o.id, figures.get(`topic ${topic} ${o.id}`) ?? 0] as const);
    return { others: { answered: counts.reduce((sum, [, n]) => sum + n, 0), options: Object.fromEntries(counts) } };
  }
  const question = quizIndex(quiz).questions.get(id);
  if (!question) return {};
  const { answered, drawing } = othersOf(question, figures);
  if (!offeredBy(question)) return { others: { answered, options: {} }, drawing };
  const counted = options.map((o) => [o.id, figures.get(`option ${id} ${o.id}`) ?? 0] as const);
  return { others: { answered, options: Object.fromEntries(counted) } };
}

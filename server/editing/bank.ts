import type { BankedQuestion } from '../../contract/quizzes';
import { isAsKept } from '../../core/document/bank';
import { emptyQuiz } from '../../core/document/blank';
import type { Op } from '../../core/document/edits';
import { copyPagesInto } from '../../core/document/copy-pages';
import { isQuestion, questionsOf } from '../../core/document/lookup';
import type { Page, Question } from '../../core/schema/quiz';
import type { Membership } from '../../db/queries/members';
import { bankIdOf, findQuiz, insertQuiz, type QuizRow, quizzesWithLinks } from '../../db/queries/quizzes';
import { requireEditor } from '../accounts/authorise';
import { database } from '../platform/database';
import { keepEdits } from './edit-quiz';
import { newId } from '../platform/ids';
import { getQuiz, within } from '../accounts/own-quiz';

const PAGE = 'kept';
const emptyPage: Page = { id: PAGE, name: 'Questions', stage: 'ask', blocks: [] };

/**
 * The bank of a workspace: a document like a quiz's, so that it is written, undone and looked back on in the same way, that is never on the
 * list and never published.
 */
export async function openBank(member: Membership, now = new Date()): Promise<QuizRow> {
  const quizId = bankIdOf(member.workspaceId);
  const row = await findQuiz(database(), member.workspaceId, quizId);
  if (row) return row;
  const draft = emptyQuiz(quizId, 'Question bank', [emptyPage]);
  const fresh = {
    workspaceId: member.workspaceId,
    quizId,
    draft,
    address: quizId,
    changedBy: member.name,
    changedAt: now,
  };
  try {
    await database().transaction((tx) => insertQuiz(tx, fresh));
  } catch (error) {
    // Ignore a conflict: another window created the bank first.
    if (!(await findQuiz(database(), member.workspaceId, quizId))) throw error;
  }
  return getQuiz(member, quizId);
}

const linked = async (member: Membership) =>
  within(member, await quizzesWithLinks(database(), member.workspaceId), (row) => row.quizId);

/** The questions of the bank, each with the quizzes that take it; `own` where one has changed its copy. */
export async function listBank(member: Membership): Promise<BankedQuestion[]> {
  const { draft } = await openBank(member);
  const copies = new Map<string, { quiz: string; title: string; question: Question }[]>();
  for (const { quizId, title, draft: other } of await linked(member)) {
    for (const question of questionsOf(other)) {
      if (question.linked === undefined) continue;
      const known = copies.get(question.linked) ?? [];
      copies.set(question.linked, [...known, { quiz: quizId, title, question }]);
    }
  }
  return draft.pages.flatMap((p) =>
    p.blocks.filter(isQuestion).map((question) => {
      const usedIn = new Map<string, BankedQuestion['usedIn'][number]>();
      for (const { quiz, title, question: copy } of copies.get(question.id) ?? []) {
        const asKept = usedIn.get(quiz)?.own === false || isAsKept(copy, question);
        usedIn.set(quiz, { quiz, title, own: !asKept });
      }
      return {
        question,
        topic: draft.topics.find((t) => t.id === question.topic)?.name ?? null,
        usedIn: [...usedIn.values()],
      };
    }),
  );
}

/**
 * Keeps questions of a quiz in the bank. One that follows a question there already becomes its new wording instead, for all that follow it.
 * @returns by block of the quiz, the question of the bank that it now stands for
 */
export async function keepInBank(
  member: Membership,
  quizId: string,
  ids: readonly string[],
  now = new Date(),
): Promise<Record<string, string>> {
  requireEditor(member);
  const { draft } = await getQuiz(member, quizId);
  const bank = await openBank(member, now);
  const known = new Set(questionsOf(bank.draft).map((q) => q.id));
  const wanted = draft.pages
    .map((p) => ({ ...p, blocks: p.blocks.filter((b) => isQuestion(b) && ids.includes(b.id)) }))
    .filter((p) => p.blocks.length);
  const chosen = wanted.flatMap((p) => p.blocks.filter(isQuestion));
  const { pages, topics } = copyPagesInto({ ...draft, pages: wanted }, bank.draft, (prefix) => newId(prefix, 8));
  const grafted = pages.flatMap((p) => p.blocks.filter(isQuestion));
  const links: Record<string, string> = {};
  const ops: Op[] = topics.map((item, i) => ({
    op: 'insert',
    at: [],
    list: 'topics',
    item,
    after: topics[i - 1]?.id ?? bank.draft.topics.at(-1)?.id ?? null,
  }));
  const page = bank.draft.pages.at(-1);
  if (!page) ops.push({ op: 'insert', at: [], list: 'pages', item: emptyPage, after: null });
  let after = page?.blocks.at(-1)?.id ?? null;
  chosen.forEach((question, i) => {
    const copy = grafted[i];
    if (!copy) return;
    const old = question.linked !== undefined && known.has(question.linked) ? question.linked : null;
    const item = { ...copy, id: old ?? copy.id };
    delete item.linked;
    links[question.id] = item.id;
    const home = old === null ? null : bank.draft.pages.find((p) => p.blocks.some((b) => b.id === old));
    if (home) {
      const at = ['pages', home.id];
      const index = home.blocks.findIndex((b) => b.id === old);
      ops.push({ op: 'remove', at, list: 'blocks', id: item.id });
      ops.push({ op: 'insert', at, list: 'blocks', item, after: home.blocks[index - 1]?.id ?? null });
    } else {
      ops.push({ op: 'insert', at: ['pages', page?.id ?? PAGE], list: 'blocks', item, after });
      after = item.id;
    }
  });
  if (chosen.length)
    await keepEdits(
      member,
      bank.quizId,
      bank.revision,
      [{ id: newId('keep', 16), edit: { name: 'keep-in-bank', ops } }],
      now,
    );
  return links;
}

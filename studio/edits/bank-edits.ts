/** Questions of the bank put into a quiz, as one step. Pure, and tested on its own. */
import type { BankedQuestion } from '../../contract/quizzes';
import type { Edit } from '../../core/document/edits';
import { copyPagesInto } from '../../core/document/copy-pages';
import type { Page, Quiz } from '../../core/schema/quiz';
import { isQuestion } from '../../core/document/lookup';
import { addPages, newId } from './edits';

/** Each on a page of its own, behind another; null where none is chosen. */
export function addKept(
  quiz: Quiz,
  kept: readonly Pick<BankedQuestion, 'question' | 'topic'>[],
  behind: string,
  linked: boolean,
): { edit: Edit; first: string } | null {
  const names = [...new Set(kept.flatMap((k) => k.topic ?? []))];
  const topics = names.map((name, i) => ({ id: `t${i}`, name }));
  const from: Quiz = {
    ...quiz,
    id: `not ${quiz.id}`,
    topics,
    pages: kept.map(({ question, topic }, i): Page => {
      const filed = topics.find((t) => t.name === topic)?.id;
      const block = { ...question, topic: filed };
      return { id: `p${i}`, name: '', stage: 'ask', blocks: [block] };
    }),
  };
  const { pages, topics: fresh } = copyPagesInto(from, quiz, newId);
  pages.forEach((page, i) => {
    const [block] = page.blocks;
    const origin = kept[i]?.question.id;
    if (!block || !isQuestion(block) || origin === undefined) return;
    if (linked) block.linked = origin;
    else delete block.linked;
  });
  const first = pages[0]?.blocks[0]?.id;
  return first === undefined ? null : { edit: addPages(quiz, behind, pages, fresh), first };
}

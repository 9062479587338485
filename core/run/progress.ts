import type { Page, Question, Quiz } from '../quiz/schema';
import { indexOf, isContact, isQuestion, OTHER } from '../quiz/lookup';
import { type Answer, chosenIn, isAnswered, isFreeEntry, partOf } from '../score/answer';
import { numbered } from '../text/language';
import { orderOf } from './order';
import { currentPage, type Run } from './run';

/** Whether there is something to fill in on a page. */
export const asksSomething = (page: Page): boolean =>
  page.stage === 'ask' && (page.draw !== undefined || page.blocks.some((b) => isQuestion(b) || isContact(b)));

/** How far along: pages with something to fill in that are behind, of all that there are if each page leads to the next. Welcome pages do not count. */
export function progressOf(quiz: Quiz, run: Run): { at: number; of: number } {
  const counts = (page: Page | undefined) => page !== undefined && asksSomething(page);
  const { pages } = indexOf(quiz);
  const order = orderOf(quiz, run.seed);
  const here = run.finished || run.looking ? undefined : currentPage(quiz, run);
  const passed = new Set(run.way.map((v) => v.page).filter((id) => id !== here?.id && counts(pages.get(id))));
  if (!here) return { at: passed.size, of: passed.size };
  const ahead = order.pages.slice(order.position.get(here.id) ?? 0).filter((p) => counts(p) && !passed.has(p.id));
  return { at: passed.size, of: passed.size + ahead.length };
}

type Worded = { id: string; text: string; picture?: { text: string } };
const wordsOf = (things: Worded[], id: string): string => {
  const thing = things.find((t) => t.id === id);
  return thing ? thing.text || (thing.picture?.text ?? '') : id;
};

/** The words of an answer, as a person reads them. */
export function answerText(question: Question, answer: Answer | undefined): string {
  if (!isAnswered(answer)) return '';
  switch (question.kind) {
    case 'choice': {
      // As the quiz lists them, however they were shuffled for this visitor.
      const chosen = chosenIn(answer);
      const listed = question.options.filter((o) => chosen.includes(o.id)).map((o) => o.id);
      return [...listed, ...chosen.filter((id) => !listed.includes(id))]
        .map((id) => (id === OTHER && isFreeEntry(answer) ? answer.text : wordsOf(question.options, id)))
        .filter(Boolean)
        .join(', ');
    }
    case 'order':
      return numbered((Array.isArray(answer) ? answer : []).map((id) => wordsOf(question.items, String(id))));
    case 'match': {
      const rights = [...question.pairs.map((p) => p.right), ...(question.extras ?? [])];
      return question.pairs
        .flatMap(({ left }) => {
          const given = partOf(answer, left.id);
          return typeof given === 'string' ? [`${wordsOf([left], left.id)}: ${wordsOf(rights, given)}`] : [];
        })
        .join('; ');
    }
    case 'gaps':
      return question.gaps.map((gap) => partOf(answer, gap.id) ?? '–').join(', ');
    case 'grid':
      return question.rows
        .flatMap((row) => {
          const given = partOf(answer, row.id);
          return Array.isArray(given)
            ? [`${row.text}: ${given.map((id) => wordsOf(question.columns, String(id))).join(', ')}`]
            : [];
        })
        .join('; ');
    case 'spots':
      return question.spots
        .flatMap((spot, i) => {
          const given = partOf(answer, spot.id);
          if (given === undefined) return [];
          const named = spot.text ?? String(i + 1);
          return [`${named}: ${Array.isArray(given) ? given.map((n) => Number(n).toFixed(2)).join(' / ') : given}`];
        })
        .join('; ');
    default:
      return typeof answer === 'string' || typeof answer === 'number' ? String(answer) : '';
  }
}

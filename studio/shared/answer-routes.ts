/** Where a single answer leads: rules that ask for nothing else, as they are read and made beside the answer itself. */
import type { Edit } from '../../core/document/edits';
import type { Condition, Page, Quiz, Target } from '../../core/schema/quiz';
import { quizIndex } from '../../core/document/lookup';
import { same } from '../../core/document/edits';
import { placeOfPage, setField } from '../edits/edits';

/** The answers that a rule asks for, where it asks for any of some answers to this question and for nothing else; else null. */
function asksOnly(when: Condition, question: string): string[] | null {
  if (!('answer' in when) || when.answer !== question) return null;
  const { is, isAny, ...rest } = when;
  if (Object.keys(rest).length > 1 || (is === undefined) === (isAny === undefined)) return null;
  return [is ?? isAny ?? []].flat();
}

/** Where an answer alone leads; null where it goes the way of its page. */
export function ledBy(page: Page | undefined, question: string, option: string): Target | null {
  return page?.routes?.find(({ when }) => asksOnly(when, question)?.includes(option))?.to ?? null;
}

/**
 * Lets an answer lead to a page, or (null) the way of all others. Answers that lead to the same place share one rule, and a rule that nobody
 * takes any more goes. Null where nothing changes.
 */
export function leadTo(quiz: Quiz, question: string, option: string, to: Target | null): Edit | null {
  const page = quizIndex(quiz).pageOf.get(question);
  if (!page) return null;
  const before = page.routes ?? [];
  const left = before.flatMap((rule) => {
    const answers = asksOnly(rule.when, question);
    if (!answers?.includes(option)) return [rule];
    const others = answers.filter((id) => id !== option);
    return others.length ? [{ ...rule, when: { answer: question, isAny: others } }] : [];
  });
  const shared = to === null ? -1 : left.findIndex((r) => asksOnly(r.when, question) !== null && same(r.to, to));
  const routes =
    to === null
      ? left
      : shared < 0
        ? [...left, { when: { answer: question, isAny: [option] }, to }]
        : left.map((rule, i) =>
            i === shared
              ? { ...rule, when: { answer: question, isAny: [...(asksOnly(rule.when, question) ?? []), option] } }
              : rule,
          );
  if (same(routes, before)) return null;
  return setField('lead-answer', placeOfPage(page.id), ['routes'], page.routes, routes.length ? routes : undefined);
}

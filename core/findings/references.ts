/** Ids that are spoken of but do not exist, and tests that cannot be asked of what they ask. */
import { verdictKind } from '../verdicts/registry';
import type { There } from '../blocks/kind';
import { blockKind } from '../blocks/registry';
import { idsOf, isBounded, listOperatorNames } from '../conditions/operators';
import { kindOf } from '../questions/registry';
import type { Block, Carry, Condition, Quiz, Target } from '../schema/quiz';
import { quizIndex, isQuestion, nameOf } from '../document/lookup';
import { isWebAddress } from '../schema/address';
import { insertsIn } from '../text/rich';
import { type Test, testsIn } from '../conditions/evaluate';
import { namesIn, parseFormula } from '../scoring/formula';
import { measuresOfQuestion } from '../scoring/weights';
import { error, type Finding, type Tab } from '../schema/finding';

export type Around = {
  /** quizzes that are published; a hand-over to another leads nowhere */ published?: ReadonlySet<string>;
};

export function referenceFindings(quiz: Quiz, { published }: Around = {}): Finding[] {
  const { pages, questions, outcomes, contactOf } = quizIndex(quiz);
  const scales = new Set([...quiz.scales.map((s) => s.id), 'marks']);
  const topics = new Set(quiz.topics.map((t) => t.id));
  const found: Finding[] = [];
  const gone = (tab: Tab, where: string[], what: string) => found.push(error('unknown-reference', tab, where, what));
  const wrongType = (tab: Tab, where: string[], what: string) => found.push(error('condition-type', tab, where, what));

  const test = (tab: Tab, where: string[], t: Test) => {
    if ('answer' in t) answerTest(tab, where, t);
    if ('scale' in t && !scales.has(t.scale)) gone(tab, where, 'A condition asks about a scale that is gone.');
    if ('topic' in t && !topics.has(t.topic)) gone(tab, where, 'A condition asks about a topic that is gone.');
    if ('topic' in t && !scales.has(t.of)) gone(tab, where, 'A condition asks about a scale that is gone.');
    if ('verdict' in t && !quiz.verdicts.some((v) => v.id === t.verdict && v.outcomes.some((o) => o.id === t.is)))
      gone(tab, where, 'A condition asks about an outcome that is gone.');
    if ('known' in t && !quiz.known.some((k) => k.id === t.known))
      gone(tab, where, 'A condition asks about a known value that is gone.');
    if ('contact' in t && !contactOf.has(t.contact))
      gone(tab, where, 'A condition asks about a contact field that is gone.');
  };
  const answerTest = (tab: Tab, where: string[], t: Extract<Test, { answer: string }>) => {
    const question = questions.get(t.answer);
    if (!question) return gone(tab, where, 'A condition asks about a question that is gone.');
    const ids = listOperatorNames.flatMap((name) => idsOf(t[name] ?? []));
    const name = nameOf(question);
    const { options, number, words } = kindOf(question).comparable(question);
    if (ids.length && !options)
      wrongType(tab, where, `A condition compares “${name}” with answers to choose, but it has none.`);
    else if (ids.some((id) => !options?.includes(id)))
      gone(tab, where, `A condition asks about an answer of “${name}” that is gone.`);
    if (isBounded(t) && !number)
      wrongType(tab, where, `A condition compares “${name}” with a number, but it is not answered by one.`);
    if (t.contains !== undefined && !words)
      wrongType(tab, where, `A condition looks for words in “${name}”, but it is not answered in words.`);
  };
  const condition = (tab: Tab, where: string[], c: Condition | undefined) => {
    for (const one of c ? testsIn(c) : []) test(tab, where, one);
  };
  const insertGone = ({ value, ref }: { value: string; ref?: string }): boolean =>
    (value === 'outcome' && ref !== undefined && !quiz.verdicts.some((v) => v.id === ref)) ||
    ((value === 'points' || value === 'percent') && ref !== undefined && !scales.has(ref)) ||
    (value === 'right' && ref !== undefined && !topics.has(ref)) ||
    (value === 'answer' && !questions.has(ref ?? '')) ||
    (value === 'known' && !quiz.known.some((k) => k.id === ref));
  const carry = (tab: Tab, where: string[], name: string, values: Carry = []) => {
    if (values.some((v) => insertGone(v) || (v.value === 'contact' && !contactOf.has(v.ref ?? ''))))
      gone(tab, where, `${name} takes along a value that is gone.`);
  };
  const target = (where: string[], to: Target | undefined) => {
    if (typeof to !== 'object') return;
    const name = pages.get(where[0] ?? '')?.name ?? '';
    if ('page' in to && !pages.has(to.page))
      found.push(error('route-target-missing', 'route', where, `“${name}” leads to a page that is gone.`));
    if ('quiz' in to && published && !published.has(to.quiz))
      found.push(
        error('handover-unpublished', 'route', where, `“${name}” hands over to a quiz that is not published.`),
      );
    if ('carry' in to) carry('route', where, `“${name}”`, to.carry);
    if ('url' in to && !isWebAddress(to.url))
      found.push(
        error('redirect-unsafe', 'route', where, `“${name}” leads to an address that does not start with https://.`),
      );
  };

  const there: There = {
    verdict: (id) => quiz.verdicts.some((v) => v.id === id),
    scale: (id) => scales.has(id),
    topic: (id) => topics.has(id),
    question: (id) => questions.has(id),
    known: (id) => quiz.known.some((k) => k.id === id),
    published,
  };
  for (const page of quiz.pages) {
    condition('route', [page.id], page.showIf);
    for (const route of page.routes ?? []) {
      condition('route', [page.id], route.when);
      target([page.id], route.to);
    }
    target([page.id], page.otherwise);
    target([page.id], page.hold?.then);
    if (page.draw && page.draw.from !== 'bank' && page.draw.from.some((id) => !questions.has(id)))
      gone('write', [page.id], `“${page.name}” draws a question that is gone.`);
    for (const block of page.blocks) blockReferences(page.id, block);
  }
  for (const verdict of quiz.verdicts) {
    const { conditions, measure } = verdictKind(verdict);
    for (const one of conditions?.(verdict) ?? []) condition('score', [verdict.id], one);
    const read = measure?.of(verdict);
    if (read && !scales.has(read.scale))
      gone('score', [verdict.id], `The verdict “${verdict.name}” reads a scale that is gone.`);
    if (read?.topic !== undefined && !topics.has(read.topic))
      gone('score', [verdict.id], `The verdict “${verdict.name}” reads a topic that is gone.`);
  }
  for (const letter of quiz.messages) {
    condition('mail', [letter.id], letter.when);
    for (const insert of [...insertsIn(letter.subject), ...insertsIn(letter.body)]) {
      if (insertGone(insert)) gone('mail', [letter.id], `“${letter.name}” puts in a value that is gone.`);
    }
  }
  found.push(...formulaFindings(quiz));
  return found;

  function blockReferences(page: string, block: Block) {
    const at = [page, block.id];
    condition('write', at, block.showIf);
    if (!isQuestion(block)) {
      for (const { code, message, at: part } of blockKind(block).dangling?.(block, there) ?? [])
        found.push(error(code, 'write', part === undefined ? at : [...at, part], message));
      if ('carry' in block) carry('write', at, 'The result', block.carry);
      return;
    }
    const lost = measuresOfQuestion(block).find((id) => id === 'marks' || (!scales.has(id) && !outcomes.has(id)));
    if (lost !== undefined) gone('score', at, `“${nameOf(block)}” speaks for an outcome or scale that is gone.`);
    if (block.topic !== undefined && !topics.has(block.topic))
      gone('write', at, `“${nameOf(block)}” is filed under a topic that is gone.`);
    found.push(...(kindOf(block).dangling?.(block, { at, name: nameOf(block) }) ?? []));
  }
}

function formulaFindings(quiz: Quiz): Finding[] {
  const names = [...quiz.scales.map((s) => s.id), 'marks'];
  const needs = new Map<string, string[]>();
  const found: Finding[] = [];
  for (const { id, name, formula } of quiz.scales) {
    if (formula === undefined) continue;
    const parsed = parseFormula(formula, names);
    if ('fault' in parsed)
      found.push(
        error(
          'unknown-reference',
          'score',
          [id],
          `The formula of “${name}” cannot be read at its character ${parsed.fault.at + 1}: ${parsed.fault.reason}.`,
        ),
      );
    else needs.set(id, namesIn(parsed.expression));
  }
  for (const { id, name } of quiz.scales) {
    const reached = new Set<string>();
    const queue = [...(needs.get(id) ?? [])];
    while (queue.length) {
      const next = queue.pop() ?? '';
      if (reached.has(next)) continue;
      reached.add(next);
      queue.push(...(needs.get(next) ?? []));
    }
    if (reached.has(id))
      found.push(error('formula-cycle', 'score', [id], `The formula of “${name}” needs its own value.`));
  }
  return found;
}

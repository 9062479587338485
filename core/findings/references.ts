/** Ids that are spoken of but do not exist, and tests that cannot be asked of what they ask. */
import { verdictKind } from '../verdicts/registry';
import type { OtherBlock, There } from '../blocks/kind';
import { blockKind } from '../blocks/registry';
import { idsOf, isBounded, listOperatorNames } from '../conditions/operators';
import { kindOf } from '../questions/registry';
import type { Carry, Condition, Page, Question, Quiz, Target, Verdict } from '../schema/quiz';
import { quizIndex, isQuestion, nameOf } from '../document/lookup';
import { isWebAddress } from '../schema/address';
import { textsOfLetter } from '../document/letters';
import { insertsIn } from '../text/rich';
import { type Test, testsIn } from '../conditions/evaluate';
import { namesIn, parseFormula } from '../scoring/formula';
import { measuresOfQuestion } from '../scoring/weights';
import { error, type Finding, type Tab } from '../schema/finding';

export type Around = {
  /** quizzes that are published; a hand-over to another leads nowhere */ published?: ReadonlySet<string>;
};

/** @param around what stands outside the quiz */
export function referenceFindings(quiz: Quiz, around: Around = {}): Finding[] {
  const found = new References(quiz, around);
  quiz.pages.forEach((page) => found.ofPage(page));
  quiz.verdicts.forEach((verdict) => found.ofVerdict(verdict));
  quiz.messages.forEach((letter) => found.ofLetter(letter));
  return [...found.findings, ...formulaFindings(quiz)];
}

/** Looks everything up that is spoken of. */
class References {
  readonly findings: Finding[] = [];
  private readonly scales: ReadonlySet<string>;
  private readonly topics: ReadonlySet<string>;
  private readonly index: ReturnType<typeof quizIndex>;
  private readonly there: There;

  constructor(
    private readonly quiz: Quiz,
    { published }: Around,
  ) {
    this.scales = new Set([...quiz.scales.map((s) => s.id), 'marks']);
    this.topics = new Set(quiz.topics.map((t) => t.id));
    this.index = quizIndex(quiz);
    this.there = {
      verdict: (id) => quiz.verdicts.some((v) => v.id === id),
      scale: (id) => this.scales.has(id),
      topic: (id) => this.topics.has(id),
      question: (id) => this.index.questions.has(id),
      known: (id) => quiz.known.some((k) => k.id === id),
      published,
    };
  }

  ofPage(page: Page): void {
    const at = [page.id];
    this.condition('route', at, page.showIf);
    for (const { when, to } of page.routes ?? []) {
      this.condition('route', at, when);
      this.target(at, to);
    }
    this.target(at, page.otherwise);
    this.target(at, page.hold?.then);
    if (page.draw && page.draw.from !== 'bank' && page.draw.from.some((id) => !this.there.question(id)))
      this.gone('write', at, `“${page.name}” draws a question that is gone.`);
    for (const block of page.blocks) {
      const place = [page.id, block.id];
      this.condition('write', place, block.showIf);
      if (isQuestion(block)) this.ofQuestion(place, block);
      else this.ofOther(place, block);
    }
  }

  ofVerdict(verdict: Verdict): void {
    const at = [verdict.id];
    const kind = verdictKind(verdict);
    for (const one of kind.conditions?.(verdict) ?? []) this.condition('score', at, one);
    const read = kind.measure?.of(verdict);
    if (read && !this.scales.has(read.scale))
      this.gone('score', at, `The verdict “${verdict.name}” reads a scale that is gone.`);
    if (read?.topic !== undefined && !this.topics.has(read.topic))
      this.gone('score', at, `The verdict “${verdict.name}” reads a topic that is gone.`);
  }

  ofLetter(letter: Quiz['messages'][number]): void {
    this.condition('mail', [letter.id], letter.when);
    for (const part of letter.parts ?? []) this.condition('mail', [letter.id], part.showIf);
    for (const insert of textsOfLetter(letter).flatMap(insertsIn))
      if (this.isGone(insert)) this.gone('mail', [letter.id], `“${letter.name}” puts in a value that is gone.`);
  }

  private ofQuestion(at: string[], question: Question): void {
    const name = nameOf(question);
    const { outcomes } = this.index;
    const lost = measuresOfQuestion(question).find(
      (id) => id === 'marks' || (!this.scales.has(id) && !outcomes.has(id)),
    );
    if (lost !== undefined) this.gone('score', at, `“${name}” speaks for an outcome or scale that is gone.`);
    if (question.topic !== undefined && !this.topics.has(question.topic))
      this.gone('write', at, `“${name}” is filed under a topic that is gone.`);
    this.findings.push(...(kindOf(question).dangling?.(question, { at, name }) ?? []));
  }

  private ofOther(at: string[], block: OtherBlock): void {
    for (const { code, message, at: part } of blockKind(block).dangling?.(block, this.there) ?? [])
      this.findings.push(error(code, 'write', part === undefined ? at : [...at, part], message));
    if ('carry' in block) this.carry('write', at, 'The result', block.carry);
  }

  private gone(tab: Tab, where: string[], what: string): void {
    this.findings.push(error('unknown-reference', tab, where, what));
  }

  private wrongType(tab: Tab, where: string[], what: string): void {
    this.findings.push(error('condition-type', tab, where, what));
  }

  private condition(tab: Tab, where: string[], condition: Condition | undefined): void {
    for (const test of condition ? testsIn(condition) : []) {
      if ('answer' in test) this.answerTest(tab, where, test);
      const lost = this.lostIn(test);
      if (lost) this.gone(tab, where, `A condition asks about ${lost} that is gone.`);
    }
  }

  /** What a test asks about and is not there. */
  private lostIn(test: Test): string | null {
    const { quiz } = this;
    if ('scale' in test) return this.scales.has(test.scale) ? null : 'a scale';
    if ('topic' in test) return !this.topics.has(test.topic) ? 'a topic' : this.scales.has(test.of) ? null : 'a scale';
    if ('verdict' in test) {
      const verdict = quiz.verdicts.find((v) => v.id === test.verdict);
      return verdict?.outcomes.some((o) => o.id === test.is) ? null : 'an outcome';
    }
    if ('known' in test) return this.there.known(test.known) ? null : 'a known value';
    return 'contact' in test && !this.index.contactOf.has(test.contact) ? 'a contact field' : null;
  }

  private answerTest(tab: Tab, where: string[], test: Extract<Test, { answer: string }>): void {
    const question = this.index.questions.get(test.answer);
    if (!question) return this.gone(tab, where, 'A condition asks about a question that is gone.');
    const ids = listOperatorNames.flatMap((name) => idsOf(test[name] ?? []));
    const name = nameOf(question);
    const { options, number, words } = kindOf(question).comparable(question);
    if (ids.length && !options)
      this.wrongType(tab, where, `A condition compares “${name}” with answers to choose, but it has none.`);
    else if (ids.some((id) => !options?.includes(id)))
      this.gone(tab, where, `A condition asks about an answer of “${name}” that is gone.`);
    if (isBounded(test) && !number)
      this.wrongType(tab, where, `A condition compares “${name}” with a number, but it is not answered by one.`);
    if (test.contains !== undefined && !words)
      this.wrongType(tab, where, `A condition looks for words in “${name}”, but it is not answered in words.`);
  }

  /** Whether what is put in, or taken along, is not there. */
  private isGone({ value, ref }: { value: string; ref?: string }): boolean {
    const isThere: Partial<Record<string, (ref: string) => boolean>> = {
      points: this.there.scale,
      percent: this.there.scale,
      outcome: this.there.verdict,
      right: this.there.topic,
      contact: (id) => this.index.contactOf.has(id),
    };
    // These may omit the reference; then the first is meant, or all.
    if (ref !== undefined && isThere[value]?.(ref) === false) return true;
    return (
      (value === 'answer' && !this.there.question(ref ?? '')) || (value === 'known' && !this.there.known(ref ?? ''))
    );
  }

  private carry(tab: Tab, where: string[], name: string, values: Carry = []): void {
    if (values.some((v) => this.isGone(v))) this.gone(tab, where, `${name} takes along a value that is gone.`);
  }

  private target(where: string[], to: Target | undefined): void {
    if (typeof to !== 'object') return;
    const { published } = this.there;
    const { pages } = this.index;
    const name = `“${pages.get(where[0] ?? '')?.name ?? ''}”`;
    const tell = (code: string, what: string) => this.findings.push(error(code, 'route', where, `${name} ${what}`));
    if ('page' in to && !pages.has(to.page)) tell('route-target-missing', 'leads to a page that is gone.');
    if ('quiz' in to && published && !published.has(to.quiz))
      tell('handover-unpublished', 'hands over to a quiz that is not published.');
    if ('carry' in to) this.carry('route', where, name, to.carry);
    if ('url' in to && !isWebAddress(to.url))
      tell('redirect-unsafe', 'leads to an address that does not start with https://.');
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

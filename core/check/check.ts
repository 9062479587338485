import type { Block, Choice, Condition, Page, Quiz, RichText } from '../quiz/schema';
import { indexOf, isContact, isKeyed, isQuestion, nameOf, pickRange, questionsOf } from '../quiz/lookup';
import { insertsIn, isBlank } from '../text/rich';
import { fold } from '../text/fold';
import { testsIn } from '../score/conditions';
import type { Odds } from '../rehearse/odds';

export type Finding = {
  code: string;
  severity: 'error' | 'warning' | 'note';
  /** The tab whose part it is. */
  tab: 'write' | 'score' | 'mail' | 'publish';
  /** Ids from the outside in: page, block, option; or verdict, outcome; or letter. */
  where: string[];
  message: string;
};

/**
 * What is wrong or risky in a quiz (model, section 4).
 * @param odds a rehearsal of the same quiz; without it, what only a rehearsal can tell is left out
 */
export function checkQuiz(quiz: Quiz, odds?: Odds): Finding[] {
  const findings = [
    ...structure(quiz),
    ...quiz.pages.flatMap((page) => pageFindings(quiz, page)),
    ...references(quiz),
    ...verdicts(quiz),
    ...letters(quiz),
  ];
  if (odds && !findings.some((f) => f.code === 'no-questions' || f.code === 'no-pages'))
    findings.push(...rehearsed(quiz, odds));
  const rank = { error: 0, warning: 1, note: 2 };
  return findings.sort((a, b) => rank[a.severity] - rank[b.severity]);
}

const error = (code: string, tab: Finding['tab'], where: string[], message: string): Finding => ({
  code,
  severity: 'error',
  tab,
  where,
  message,
});
const warning = (code: string, tab: Finding['tab'], where: string[], message: string): Finding => ({
  code,
  severity: 'warning',
  tab,
  where,
  message,
});

function structure(quiz: Quiz): Finding[] {
  if (!quiz.pages.some((p) => p.stage === 'ask'))
    return [error('no-pages', 'write', [], 'There is no page to ask anything on.')];
  const found: Finding[] = [];
  if (questionsOf(quiz).length === 0) found.push(error('no-questions', 'write', [], 'There is no question yet.'));
  if (!quiz.title.trim()) found.push(error('empty-text', 'write', [], 'The quiz has no title.'));
  if (!quiz.pages.some((p) => p.stage === 'result'))
    found.push(warning('no-result', 'write', [], 'There is no result page: the quiz ends with a bare thank-you.'));
  const keyed = questionsOf(quiz).filter(isKeyed);
  if (keyed.length > 0) {
    for (const q of questionsOf(quiz)) {
      const scored =
        isKeyed(q) || (q.kind === 'choice' && q.options.some((o) => Object.keys(o.weights ?? {}).length > 0));
      if (!scored && q.kind === 'choice')
        found.push(
          warning(
            'key-missing',
            'write',
            path(quiz, q.id),
            `“${nameOf(q)}” has no right answer, while other questions have one.`,
          ),
        );
    }
  }
  return found;
}

const path = (quiz: Quiz, block: string): string[] => [indexOf(quiz).pageOf.get(block)?.id ?? '', block];

function pageFindings(quiz: Quiz, page: Page): Finding[] {
  return page.blocks.flatMap((block) => {
    const at = [page.id, block.id];
    const found: Finding[] = [];
    if (isQuestion(block)) {
      if (isBlank(block.prompt)) found.push(error('empty-text', 'write', at, 'A question has no wording yet.'));
      if (block.picture && !block.picture.text.trim()) found.push(pictureless(at, nameOf(block)));
      if (block.kind === 'choice') found.push(...choiceFindings(block, at));
    }
    if (isContact(block)) found.push(...contactFindings(quiz, block, at));
    if (block.kind === 'words' && isBlank(block.body))
      found.push(warning('empty-text', 'write', at, `An empty text stands on “${page.name}”.`));
    if (block.kind === 'media' && !block.picture.text.trim()) found.push(pictureless(at, page.name));
    return found;
  });
}

const pictureless = (at: string[], what: string): Finding =>
  warning('picture-without-text', 'write', at, `A picture in “${what}” has no words for those who cannot see it.`);

function choiceFindings(question: Choice, at: string[]): Finding[] {
  const found: Finding[] = [];
  const name = nameOf(question);
  const options = question.options;
  if (options.length < 2)
    found.push(error('choice-too-few-options', 'write', at, `“${name}” needs at least two answers.`));
  for (const option of options) {
    if (!option.text.trim() && !option.picture)
      found.push(error('empty-text', 'write', [...at, option.id], `An answer of “${name}” has no wording.`));
    if (option.picture && !option.text.trim() && !option.picture.text.trim())
      found.push(pictureless([...at, option.id], name));
  }
  const seen = new Set<string>();
  for (const option of options) {
    const text = fold(option.text);
    if (text && seen.has(text))
      found.push(
        warning(
          'duplicate-option',
          'write',
          [...at, option.id],
          `“${option.text}” stands twice among the answers of “${name}”.`,
        ),
      );
    seen.add(text);
  }
  if (question.pick === 'one' && options.filter((o) => o.credit === 1).length > 1) {
    found.push(
      warning('several-keys-one-pick', 'write', at, `“${name}” has several right answers, but only one can be chosen.`),
    );
  }
  const { min, max } = pickRange(question);
  if (min > max)
    found.push(
      error('condition-type', 'write', at, `“${name}” wants at least ${min} answers but allows ${max} at most.`),
    );
  return found;
}

function contactFindings(quiz: Quiz, block: Extract<Block, { kind: 'contact' }>, at: string[]): Finding[] {
  const found: Finding[] = [];
  if (block.fields.length === 0) found.push(error('empty-text', 'write', at, 'The contact page asks for nothing.'));
  if (!block.consent && quiz.messages.length > 0 && block.fields.some((f) => f.format === 'email')) {
    found.push(
      warning(
        'consent-missing',
        'write',
        at,
        'The contact page asks for an e-mail address without asking for consent.',
      ),
    );
  }
  if (block.consent && !block.consent.text.trim())
    found.push(error('empty-text', 'write', at, 'The line of consent has no wording.'));
  return found;
}

/** Ids that are spoken of but do not exist. */
function references(quiz: Quiz): Finding[] {
  const { pages, questions, outcomes } = indexOf(quiz);
  const weighed = new Set([...quiz.scales.map((s) => s.id), ...outcomes.keys()]);
  const found: Finding[] = [];
  const missing = (tab: Finding['tab'], where: string[], what: string) =>
    found.push(error('unknown-reference', tab, where, what));
  const condition = (where: string[], c: Condition | undefined) => {
    for (const test of c ? testsIn(c) : []) {
      if ('answer' in test) {
        const question = questions.get(test.answer);
        const ids = [test.is, test.isAny, test.isAll, test.isNone].flatMap((x) =>
          x === undefined ? [] : typeof x === 'string' ? [x] : x,
        );
        if (!question) missing('write', where, 'A condition asks about a question that is gone.');
        else if (ids.length && question.kind !== 'choice')
          found.push(
            error(
              'condition-type',
              'write',
              where,
              `A condition compares “${nameOf(question)}” with options, but it has none.`,
            ),
          );
        else if (question.kind === 'choice' && ids.some((id) => !question.options.some((o) => o.id === id)))
          missing('write', where, `A condition asks about an answer of “${nameOf(question)}” that is gone.`);
      }
      if ('scale' in test && test.scale !== 'marks' && !quiz.scales.some((s) => s.id === test.scale))
        missing('write', where, 'A condition asks about a scale that is gone.');
      if (
        'verdict' in test &&
        !quiz.verdicts.some((v) => v.id === test.verdict && v.outcomes.some((o) => o.id === test.is))
      )
        missing('write', where, 'A condition asks about an outcome that is gone.');
      if ('known' in test && !quiz.known.some((k) => k.id === test.known))
        missing('write', where, 'A condition asks about a known value that is gone.');
    }
  };
  for (const page of quiz.pages) {
    condition([page.id], page.showIf);
    for (const route of [
      ...(page.routes ?? []),
      ...(page.otherwise ? [{ to: page.otherwise, when: undefined }] : []),
    ]) {
      condition([page.id], route.when);
      if (typeof route.to === 'object' && !pages.has(route.to.page))
        found.push(error('route-target-missing', 'write', [page.id], `“${page.name}” leads to a page that is gone.`));
    }
    for (const block of page.blocks) {
      condition([page.id, block.id], block.showIf);
      if (block.kind === 'verdict' && !quiz.verdicts.some((v) => v.id === block.verdict))
        missing('write', [page.id, block.id], 'The result shows a verdict that is gone.');
      if (block.kind === 'choice') {
        for (const option of block.options) {
          if (Object.keys(option.weights ?? {}).some((id) => !weighed.has(id)))
            missing(
              'score',
              [page.id, block.id, option.id],
              `“${option.text}” speaks for an outcome or scale that is gone.`,
            );
        }
      }
      if (isQuestion(block) && block.topic !== undefined && !quiz.topics.some((t) => t.id === block.topic))
        missing('write', [page.id, block.id], `“${nameOf(block)}” is filed under a topic that is gone.`);
    }
  }
  for (const verdict of quiz.verdicts) {
    if (verdict.by === 'rules') for (const rule of verdict.rules) condition([verdict.id], rule.when);
    if (verdict.by === 'bands' && verdict.scale !== 'marks' && !quiz.scales.some((s) => s.id === verdict.scale))
      missing('score', [verdict.id], `The verdict “${verdict.name}” reads a scale that is gone.`);
  }
  return found;
}

function verdicts(quiz: Quiz): Finding[] {
  return quiz.verdicts.flatMap((verdict) => {
    const ids = new Set(verdict.outcomes.map((o) => o.id));
    const used = [
      ...(verdict.by === 'bands'
        ? verdict.bands.map((b) => b.outcome)
        : verdict.by === 'rules'
          ? verdict.rules.map((r) => r.outcome)
          : []),
      ...(verdict.fallback ? [verdict.fallback] : []),
    ];
    const found: Finding[] = [];
    if (verdict.outcomes.length === 0 || used.some((id) => !ids.has(id)))
      found.push(
        error(
          'outcome-missing',
          'write',
          [verdict.id],
          `The verdict “${verdict.name}” names an outcome that does not exist.`,
        ),
      );
    for (const outcome of verdict.outcomes) {
      const at = [verdict.id, outcome.id];
      if (!outcome.name.trim()) found.push(error('empty-text', 'write', at, 'An outcome has no name.'));
      if (isBlank(outcome.body) && !outcome.headline?.trim())
        found.push(warning('empty-text', 'write', at, `“${outcome.name}” says nothing to the visitor yet.`));
      if (outcome.picture && !outcome.picture.text.trim()) found.push(pictureless(at, outcome.name));
      if (
        outcome.offer &&
        !/^https?:\/\/[^\s/]+\.[^\s]+/.test(outcome.offer.url) &&
        !/^http:\/\/(127\.0\.0\.1|localhost)(:\d+)?\//.test(outcome.offer.url)
      ) {
        found.push(
          error(
            'redirect-unsafe',
            'write',
            at,
            `The offer of “${outcome.name}” needs a web address that starts with https://.`,
          ),
        );
      }
      if (outcome.offer && !outcome.offer.button.trim())
        found.push(error('empty-text', 'write', at, `The offer of “${outcome.name}” has no words on its button.`));
    }
    return found;
  });
}

function letters(quiz: Quiz): Finding[] {
  const found: Finding[] = [];
  const asks = quiz.pages.some((p) => p.blocks.some((b) => isContact(b) && b.fields.some((f) => f.format === 'email')));
  const inserts = (where: string[], texts: (RichText | undefined)[]) => {
    for (const insert of texts.flatMap(insertsIn)) {
      if ((insert.value === 'firstName' || insert.value === 'name') && !insert.fallback) {
        found.push(
          warning(
            'insert-empty-possible',
            'mail',
            where,
            'A name stands in the text, but a visitor may have given none. Give it words to fall back on.',
          ),
        );
      }
      if (insert.value === 'outcome' && insert.ref && !quiz.verdicts.some((v) => v.id === insert.ref))
        found.push(error('unknown-reference', 'mail', where, 'An insert names a verdict that is gone.'));
    }
  };
  for (const letter of quiz.messages) {
    const at = [letter.id];
    if (!asks)
      found.push(
        error(
          'mail-without-address',
          'mail',
          at,
          `“${letter.name}” can never be sent: no page asks for an e-mail address.`,
        ),
      );
    if (isBlank(letter.subject)) found.push(error('empty-text', 'mail', at, `“${letter.name}” has no subject.`));
    if (isBlank(letter.body)) found.push(error('empty-text', 'mail', at, `“${letter.name}” has no text.`));
    inserts(at, [letter.subject, letter.body]);
  }
  return found;
}

const percent = (share: number): string => `${Math.round(share * 1000) / 10}%`;

/** What only a rehearsal tells: who gets where, how often. */
function rehearsed(quiz: Quiz, odds: Odds): Finding[] {
  const found: Finding[] = [];
  for (const page of quiz.pages) {
    if ((odds.pages[page.id] ?? 0) === 0)
      found.push(warning('page-unreachable', 'write', [page.id], `Nobody gets to “${page.name}”.`));
  }
  for (const verdict of quiz.verdicts) {
    for (const outcome of verdict.outcomes) {
      const share = odds.outcomes[verdict.id]?.[outcome.id] ?? 0;
      const at = [verdict.id, outcome.id];
      if (share === 0)
        found.push(warning('outcome-unreachable', 'score', at, `No rehearsed visitor ends as “${outcome.name}”.`));
      else if (share < 0.03)
        found.push(
          warning(
            'outcome-rare',
            'score',
            at,
            `Only ${percent(share)} of rehearsed visitors end as “${outcome.name}”.`,
          ),
        );
      else if (share > 0.6 && verdict.outcomes.length > 1)
        found.push(
          warning('outcome-dominates', 'score', at, `“${outcome.name}” takes ${percent(share)} of rehearsed visitors.`),
        );
    }
    const tied = odds.ties[verdict.id] ?? 0;
    if (tied > 0.15 && verdict.by === 'strongest' && verdict.ties !== 'blend') {
      found.push(
        warning(
          'tie-likely',
          'score',
          [verdict.id],
          `${percent(tied)} of rehearsed visitors have two outcomes level in “${verdict.name}”; the ${verdict.ties === 'latest' ? 'one strengthened last' : 'first in the list'} wins then.`,
        ),
      );
    }
  }
  return found;
}

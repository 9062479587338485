import { isKeyed, isReviewed } from '../questions/registry';
import type { Op } from '../document/edits';
import type { Page, Quiz } from '../schema/quiz';
import { quizIndex, questionsOf } from '../document/lookup';
import { differences } from '../flow/examples';
import { plainText } from '../text/rich';
import type { Odds } from '../rehearsal/odds';
import { blockFindings, insertFindings } from './blocks';
import { coloursOf } from '../look/dress';
import { isEnough, measured } from '../look/mend';
import { ownCss } from '../look/own-css';
import { error, type Finding, placeOf, warning } from '../schema/finding';
import { type Around, referenceFindings } from './references';
import { type Budget, newBudget } from './budget';
import { languageFindings } from './languages';
import { letterFindings } from './letters';
import { reachOf } from './reach';
import { rehearsedFindings, verdictFindings } from './verdicts';

export type { Finding } from '../schema/finding';

/**
 * What is wrong or risky in a quiz (model, section 4); errors first.
 * @param odds a rehearsal of the same quiz; without it, what only a rehearsal can tell is left out
 */
export function checkQuiz(quiz: Quiz, odds?: Odds, around: Around = {}): Finding[] {
  const findings = [
    ...structure(quiz),
    ...blockFindings(quiz),
    ...referenceFindings(quiz, around),
    ...insertFindings(quiz),
    ...verdictFindings(quiz),
    ...looks(quiz),
    ...languageFindings(quiz),
  ];
  const whole = !findings.some((f) =>
    ['no-questions', 'no-pages', 'unknown-reference', 'route-target-missing'].includes(f.code),
  );
  findings.push(...letterFindings(quiz, whole));
  // Skip reachability while references dangle: every finding would repeat the broken reference.
  if (whole) findings.push(...reachability(quiz));
  if (whole) findings.push(...examples(quiz));
  if (whole && odds) findings.push(...rehearsedFindings(quiz, odds));
  const rank = { error: 0, warning: 1, note: 2 };
  return findings.map(setAsideIn(quiz)).sort((a, b) => rank[a.severity] - rank[b.severity]);
}

/** A warning that the creator has set aside is a note, with the reason. An error stays one. */
function setAsideIn({ setAside = [] }: Quiz): (finding: Finding) => Finding {
  const known = new Map(setAside.map((one) => [placeOf(one), one]));
  return (finding) => {
    const aside = finding.severity === 'warning' ? known.get(placeOf(finding)) : undefined;
    return aside ? { ...finding, severity: 'note', aside: { id: aside.id, because: aside.because } } : finding;
  };
}

/** Runs kept as examples that come out otherwise than when they were kept. */
const examples = (quiz: Quiz): Finding[] =>
  (quiz.examples ?? []).flatMap((example) => {
    const differs = differences(quiz, example);
    const message = `The example “${example.name}” comes out otherwise: ${differs.join('; ')}.`;
    return differs.length ? [warning('example-differs', 'route', [example.id], message)] : [];
  });

function structure(quiz: Quiz): Finding[] {
  if (!quiz.pages.some((p) => p.stage === 'ask'))
    return [error('no-pages', 'write', [], 'There is no page to ask anything on.')];
  const found: Finding[] = [];
  if (questionsOf(quiz).length === 0) found.push(error('no-questions', 'write', [], 'There is no question yet.'));
  if (!quiz.title.trim()) found.push(error('empty-text', 'write', [], 'The quiz has no title.'));
  else if (isFirstQuestion(quiz)) found.push(warning('title-is-question', 'write', [], ITS_TITLE));
  if (!quiz.pages.some((p) => p.stage === 'result')) {
    found.push(warning('no-result', 'write', [], 'There is no result page: the quiz ends with a bare thank-you.'));
  }
  found.push(...certificates(quiz));
  if (quiz.delivery.held === 'marked' && !questionsOf(quiz).some((q) => isReviewed(q) || 'reviewRest' in q))
    found.push(
      warning(
        'held-for-nobody',
        'write',
        [],
        'Results wait until a person has marked them, but nothing is marked by one.',
      ),
    );
  if (quiz.delivery.limit !== undefined && quiz.delivery.limit < 5 * questionsOf(quiz).length) {
    found.push(
      warning(
        'limit-too-short',
        'write',
        [],
        `The quiz gives ${quiz.delivery.limit} seconds for ${questionsOf(quiz).length} questions: nobody reads that fast.`,
      ),
    );
  }
  return found;
}

const ITS_TITLE =
  'The title is still the wording of the first question. Visitors read it above every page: give the quiz a name of its own.';

function isFirstQuestion(quiz: Quiz): boolean {
  const [first] = questionsOf(quiz);
  return first !== undefined && questionsOf(quiz).length > 1 && plainText(first.prompt).trim() === quiz.title.trim();
}

/** A certificate that says "passed" to everybody, in a quiz in which one can fail. */
function certificates(quiz: Quiz): Finding[] {
  if (!questionsOf(quiz).some((q) => isKeyed(q) || isReviewed(q))) return [];
  return quiz.pages.flatMap((page) =>
    page.blocks
      .filter((block) => block.kind === 'certificate' && !block.showIf && !page.showIf)
      .map((block) =>
        warning(
          'certificate-for-all',
          'write',
          [page.id, block.id],
          'Everybody gets the certificate, whatever they had right. Say for whom it shows.',
        ),
      ),
  );
}

const TOO_MUCH =
  'There are too many rules to look through all ways. Whether every page and rule is reached was not found out; try a few with “Follow a visitor”.';

function reachability(quiz: Quiz): Finding[] {
  const reach = reachOf(quiz);
  if (!reach) return [warning('too-much-to-look-at', 'route', [], TOO_MUCH)];
  const { pages, routes, endless } = reach;
  // The search for reasons has its own budget, because many unreachable rules would take minutes.
  const budget = newBudget(REASONS);
  const found: Finding[] = [];
  const name = (page: Page) => page.name || 'A page';
  for (const page of quiz.pages) {
    const unseenResult =
      page.stage === 'result' && page !== quiz.pages.find((p) => p.stage === 'result') && !page.showIf;
    if (!pages.has(page.id) && !unseenResult)
      found.push(warning('page-unreachable', 'route', [page.id], `Nobody gets to “${name(page)}”.`));
    const taken = routes.get(page.id);
    (page.routes ?? []).forEach((_, i) => {
      if (pages.has(page.id) && taken && !taken.has(i)) {
        found.push(
          warning(
            'route-never',
            'route',
            [page.id],
            `The ${ordinal(i)} rule of “${name(page)}” is never taken: ${whyNever(quiz, page, i, budget)}.`,
            {
              say: 'Take the rule out',
              edit: { name: 'remove-rule', ops: [withoutRule(page, i)] },
            },
          ),
        );
      }
    });
  }
  if (endless.length > 0) {
    const names = endless.map((id) => `“${quizIndex(quiz).pages.get(id)?.name ?? id}”`).join(', ');
    found.push(error('endless-loop', 'route', [endless[0] ?? ''], `Whoever comes to ${names} never gets to a result.`));
  }
  return found;
}

/** What may be spent on looking for reasons: enough for some thirty rules. */
const REASONS = 300_000;

/** Why a rule is not taken, found by trying it in other places: whether answers make it true at all, and which rule above it is taken instead. */
function whyNever(quiz: Quiz, page: Page, i: number, budget: Budget): string {
  const routes = page.routes ?? [];
  const rule = routes[i];
  if (!rule) return '';
  const takenAmong = (above: typeof routes): boolean | null => {
    const tried = [...above, rule];
    const pages = quiz.pages.map((p) => (p.id === page.id ? { ...p, routes: tried } : p));
    const reach = reachOf({ ...quiz, pages }, budget);
    return reach && (reach.routes.get(page.id)?.has(tried.length - 1) ?? false);
  };
  const onItsOwn = takenAmong([]);
  if (onItsOwn === null) return 'no answers make it true, or rules above it are taken first';
  if (!onItsOwn) return 'no answers make it true';
  const alone = routes.slice(0, i).findIndex((one) => takenAmong([one]) === false);
  return alone < 0 ? 'the rules above it are taken first' : `the ${ordinal(alone)} rule is taken first`;
}

/** The rules of a page but one; the field goes with the last of them. */
function withoutRule(page: Page, i: number): Op {
  const left = (page.routes ?? []).filter((_, k) => k !== i);
  return {
    op: 'set',
    at: ['pages', page.id],
    field: ['routes'],
    was: page.routes,
    ...(left.length ? { to: left } : {}),
  };
}

const ordinal = (i: number): string => ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'][i] ?? `${i + 1}th`;

const looks = (quiz: Quiz): Finding[] => [
  ...ownCss(quiz.look.css ?? '').refused.map(({ line, reason }) =>
    error('css-refused', 'style', [], `The CSS of its own, line ${line}: ${reason}.`),
  ),
  ...measured(coloursOf(quiz.look))
    .filter((pair) => !isEnough(pair))
    .map(({ name, is, needs }) =>
      warning(
        'contrast-low',
        'style',
        [],
        `${name} can hardly be told apart: the contrast is ${(Math.floor(is * 10) / 10).toFixed(1)} to 1, and ${needs.toFixed(1)} is needed.`,
      ),
    ),
];

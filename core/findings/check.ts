import type { Offered } from '../questions/kind';
import { isKeyed, isReviewed, offeredBy } from '../questions/registry';
import type { Op } from '../document/edits';
import type { Page, Quiz } from '../schema/quiz';
import { quizIndex, isContact, isQuestion, questionsOf } from '../document/lookup';
import { differences } from '../flow/examples';
import { walk } from '../flow/walk';
import { resultOf } from '../flow/result';
import { bandStart } from '../scoring/verdicts';
import { isBlank } from '../text/rich';
import type { Odds } from '../rehearsal/odds';
import { perfectAnswers } from '../rehearsal/perfect';
import { spanOf } from '../rehearsal/span';
import { blockFindings, insertFindings } from './blocks';
import { contrast } from './contrast';
import { error, type Finding, warning } from '../schema/finding';
import { isWebAddress } from '../schema/address';
import { type Around, referenceFindings } from './references';
import { type Budget, newBudget, reachOf } from './reach';

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
    ...verdicts(quiz),
    ...letters(quiz),
    ...looks(quiz),
  ];
  const whole = !findings.some((f) =>
    ['no-questions', 'no-pages', 'unknown-reference', 'route-target-missing'].includes(f.code),
  );
  // A quiz that speaks of what is not there is not worth walking through.
  if (whole) findings.push(...reachability(quiz));
  if (whole) findings.push(...examples(quiz));
  if (whole && odds) findings.push(...rehearsed(quiz, odds));
  const rank = { error: 0, warning: 1, note: 2 };
  return findings.sort((a, b) => rank[a.severity] - rank[b.severity]);
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
  if (!quiz.pages.some((p) => p.stage === 'result')) {
    found.push(warning('no-result', 'write', [], 'There is no result page: the quiz ends with a bare thank-you.'));
  }
  found.push(...certificates(quiz));
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
  // Reasons are looked for as long as this lasts: with many rules that are never taken they would take minutes.
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
    if (verdict.outcomes.length === 0 || used.some((id) => !ids.has(id))) {
      found.push(
        error(
          'outcome-missing',
          'score',
          [verdict.id],
          `The verdict “${verdict.name}” names an outcome that does not exist.`,
        ),
      );
    }
    if (verdict.by === 'bands') found.push(...bandFindings(quiz, verdict));
    if (verdict.by === 'strongest') found.push(...silentFallback(quiz, verdict));
    for (const outcome of verdict.outcomes) {
      const at = [verdict.id, outcome.id];
      if (!outcome.name.trim()) found.push(error('empty-text', 'write', at, 'An outcome has no name.'));
      if (isBlank(outcome.body) && !outcome.headline?.trim()) {
        found.push(warning('empty-text', 'write', at, `“${outcome.name}” says nothing to the visitor yet.`));
      }
      if (outcome.picture && !outcome.picture.text.trim()) {
        found.push(
          warning(
            'picture-without-text',
            'write',
            at,
            `The picture of “${outcome.name}” has no words for those who cannot see it.`,
          ),
        );
      }
      if (outcome.offer && !isWebAddress(outcome.offer.url)) {
        found.push(
          error(
            'redirect-unsafe',
            'write',
            at,
            `The offer of “${outcome.name}” needs a web address that starts with https://.`,
          ),
        );
      }
      if (outcome.offer && !outcome.offer.button.trim()) {
        found.push(error('empty-text', 'write', at, `The offer of “${outcome.name}” has no words on its button.`));
      }
    }
    return found;
  });
}

/** Whoever gives no answer that speaks for anything ends as the first outcome, though nobody said so. */
function silentFallback(quiz: Quiz, verdict: Extract<Quiz['verdicts'][number], { by: 'strongest' }>): Finding[] {
  const [first] = verdict.outcomes;
  if (verdict.fallback !== undefined || !first || verdict.outcomes.length < 2) return [];
  const ids = new Set(verdict.outcomes.map((o) => o.id));
  const speaks = (weights: Record<string, number> | undefined) =>
    Object.entries(weights ?? {}).some(([id, weight]) => weight !== 0 && ids.has(id));
  const speaksAlways = (offered: Offered | undefined): boolean =>
    offered !== undefined &&
    !offered.other &&
    offered.options.length > 0 &&
    offered.options.every((o) => speaks(o.weights));
  // One question that everybody is asked, must answer, and whose every answer speaks is enough.
  const isCertain = quiz.pages.some(
    (page) =>
      page.stage === 'ask' &&
      !page.showIf &&
      !page.draw &&
      page === quiz.pages.find((p) => p.stage === 'ask' && p.blocks.some(isQuestion)) &&
      page.blocks.some(
        (block) => isQuestion(block) && block.required && !block.showIf && speaksAlways(offeredBy(block)),
      ),
  );
  if (isCertain) return [];
  const message = `Whoever gives no answer that speaks for an outcome of “${verdict.name}” ends as “${first.name}”, the first in the list. Say who is meant.`;
  return [warning('fallback-silent', 'score', [verdict.id], message)];
}

function bandFindings(quiz: Quiz, verdict: Extract<Quiz['verdicts'][number], { by: 'bands' }>): Finding[] {
  if (verdict.topic !== undefined) return [];
  const percent = verdict.unit === 'percent';
  const keyed = questionsOf(quiz).filter((q) => isKeyed(q) || isReviewed(q)).length;
  const scale = quiz.scales.find((s) => s.id === verdict.scale);
  const marks = questionsOf(quiz).reduce((sum, q) => sum + (q.marks ?? 1), 0);
  const span = percent
    ? { lowest: 0, highest: 100 }
    : verdict.unit === 'right'
      ? { lowest: 0, highest: keyed }
      : verdict.scale === 'marks'
        ? { lowest: -Infinity, highest: marks }
        : scale?.formula
          ? null
          : spanOf(quiz, verdict.scale, null);
  return verdict.bands.flatMap((band, i) => {
    const above = verdict.bands[i - 1];
    const name = verdict.outcomes.find((o) => o.id === band.outcome)?.name ?? band.outcome;
    const start = bandStart(band, span ?? { lowest: null, highest: null });
    const out = span && (start > span.highest || (i > 0 && start <= span.lowest));
    const unsorted = above && start <= bandStart(above, span ?? { lowest: null, highest: null });
    return out || unsorted
      ? [
          warning(
            'band-out-of-range',
            'score',
            [verdict.id, band.outcome],
            `The band “${name}” begins at ${start}, ${unsorted ? 'which is not above the one before it' : 'where no visitor can be'}.`,
          ),
        ]
      : [];
  });
}

function letters(quiz: Quiz): Finding[] {
  const asks = quiz.pages.some((p) => p.blocks.some((b) => isContact(b) && b.fields.some((f) => f.format === 'email')));
  return quiz.messages.flatMap((letter) => {
    const at = [letter.id];
    const found: Finding[] = [];
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
    return found;
  });
}

function looks(quiz: Quiz): Finding[] {
  const { paper, ink, button, onButton } = quiz.look.colours ?? {};
  const pairs: [string, string | undefined, string | undefined][] = [
    ['The text', ink ?? (paper && '#1D2430'), paper ?? (ink && '#FFFFFF')],
    ['The words on the buttons', onButton ?? (button && '#FFFFFF'), button ?? (onButton && '#1D2430')],
  ];
  return pairs.flatMap(([what, front, back]) => {
    if (!front || !back) return [];
    const ratio = contrast(front, back);
    return ratio < 4.5
      ? [
          warning(
            'contrast-low',
            'write',
            [],
            `${what} can hardly be read: the contrast is ${ratio.toFixed(1)} to 1, and 4.5 is needed.`,
          ),
        ]
      : [];
  });
}

const percent = (share: number): string => `${Math.round(share * 1000) / 10}%`;

/** Outcomes of runs that hardly anybody has, but somebody can: all of it right, and nothing answered. By verdict. */
function outcomesAtTheEnds(quiz: Quiz): (verdict: string, outcome: string) => boolean {
  const results = [perfectAnswers(quiz), {}].map((answers) => resultOf(quiz, walk(quiz, { id: 'end', answers }).run));
  return (verdict, outcome) => results.some((r) => r.verdicts[verdict]?.outcomes.includes(outcome));
}

/** What only a rehearsal tells: who gets where, how often. */
function rehearsed(quiz: Quiz, odds: Odds): Finding[] {
  const found: Finding[] = [];
  // Where visitors were sampled, that nobody gets somewhere does not say that nobody can.
  const isAtAnEnd = odds.method === 'sampled' ? outcomesAtTheEnds(quiz) : () => false;
  for (const verdict of quiz.verdicts) {
    const shares = odds.outcomes[verdict.id] ?? {};
    for (const outcome of verdict.outcomes) {
      const share = shares[outcome.id] ?? 0;
      const at = [verdict.id, outcome.id];
      if (share === 0 && isAtAnEnd(verdict.id, outcome.id))
        found.push(
          warning(
            'outcome-rare',
            'score',
            at,
            `None of ${(odds.visitors ?? 0).toLocaleString('en')} rehearsed visitors ends as “${outcome.name}”, though one can.`,
          ),
        );
      else if (share === 0)
        found.push(warning('outcome-unreachable', 'score', at, `No rehearsed visitor ends as “${outcome.name}”.`));
      else if (share > 0.6 && verdict.outcomes.length > 1) {
        found.push(
          warning(
            'outcome-dominates',
            'score',
            at,
            `${percent(share)} of rehearsed visitors end as “${outcome.name}”.`,
          ),
        );
      } else if (share < 0.03)
        found.push(
          warning(
            'outcome-rare',
            'score',
            at,
            `Only ${percent(share)} of rehearsed visitors end as “${outcome.name}”.`,
          ),
        );
    }
    const tied = odds.ties[verdict.id] ?? 0;
    if (verdict.by === 'strongest' && tied > 0.15 && verdict.ties !== 'blend') {
      const rule = verdict.ties === 'latest' ? 'one strengthened last' : 'first in the list';
      found.push(
        warning(
          'tie-likely',
          'score',
          [verdict.id],
          `${percent(tied)} of rehearsed visitors have two outcomes level in “${verdict.name}”; the ${rule} wins then.`,
        ),
      );
    }
  }
  return found;
}

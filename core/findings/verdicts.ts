/** What is wrong or missing in verdicts and their outcomes, rehearsed or not. */
import { isWebAddress } from '../schema/address';
import { error, type Finding, warning } from '../schema/finding';
import type { Outcome, Quiz, Verdict } from '../schema/quiz';
import { isBlank } from '../text/rich';
import { resultOf } from '../flow/result';
import { walk } from '../flow/walk';
import type { Odds } from '../rehearsal/odds';
import { perfectAnswers } from '../rehearsal/perfect';
import { spanOf } from '../rehearsal/span';
import { verdictKind } from '../verdicts/registry';

export const verdictFindings = (quiz: Quiz): Finding[] =>
  quiz.verdicts.flatMap((verdict) => [
    ...missingOutcomes(verdict),
    ...(verdictKind(verdict).findings?.(quiz, verdict, (target) => spanOf(quiz, target, null)) ?? []),
    ...verdict.outcomes.flatMap((outcome) => outcomeFindings(outcome, [verdict.id, outcome.id])),
  ]);

function missingOutcomes(verdict: Verdict): Finding[] {
  const ids = new Set(verdict.outcomes.map((o) => o.id));
  const named = [...(verdictKind(verdict).named?.(verdict) ?? []), ...(verdict.fallback ? [verdict.fallback] : [])];
  if (ids.size > 0 && named.every((id) => ids.has(id))) return [];
  const message = `The verdict “${verdict.name}” names an outcome that does not exist.`;
  return [error('outcome-missing', 'score', [verdict.id], message)];
}

function outcomeFindings({ name, body, headline, picture, offer }: Outcome, at: string[]): Finding[] {
  const found: Finding[] = [];
  if (!name.trim()) found.push(error('empty-text', 'write', at, 'An outcome has no name.'));
  if (isBlank(body) && !headline?.trim())
    found.push(warning('empty-text', 'write', at, `“${name}” says nothing to the visitor yet.`));
  if (picture && !picture.text.trim()) {
    const message = `The picture of “${name}” has no words for those who cannot see it.`;
    found.push(warning('picture-without-text', 'write', at, message));
  }
  if (offer && !isWebAddress(offer.url)) {
    const message = `The offer of “${name}” needs a web address that starts with https://.`;
    found.push(error('redirect-unsafe', 'write', at, message));
  }
  if (offer && !offer.button.trim())
    found.push(error('empty-text', 'write', at, `The offer of “${name}” has no words on its button.`));
  return found;
}

const percent = (share: number): string => `${Math.round(share * 1000) / 10}%`;
/** Shares of visitors beyond which an outcome is too common, or too rare, to say much; and beyond which level ones are. */
const DOMINATES = 0.6;
const RARE = 0.03;
const OFTEN_LEVEL = 0.15;

/** Outcomes of runs that hardly anybody has, but somebody can: all of it right, and nothing answered. By verdict. */
function outcomesAtTheEnds(quiz: Quiz): (verdict: string, outcome: string) => boolean {
  const results = [perfectAnswers(quiz), {}].map((answers) => resultOf(quiz, walk(quiz, { id: 'end', answers }).run));
  return (verdict, outcome) => results.some((r) => r.verdicts[verdict]?.outcomes.includes(outcome));
}

/** What only a rehearsal tells: who gets where, how often. */
export function rehearsedFindings(quiz: Quiz, odds: Odds): Finding[] {
  // In a sample, a share of 0 does not prove that an outcome is unreachable.
  const isAtAnEnd = odds.method === 'sampled' ? outcomesAtTheEnds(quiz) : () => false;
  const visitors = (odds.visitors ?? 0).toLocaleString('en');
  return quiz.verdicts.flatMap((verdict) => [
    ...verdict.outcomes.flatMap((outcome): Finding[] => {
      const share = odds.outcomes[verdict.id]?.[outcome.id] ?? 0;
      const warn = (code: string, message: string) => [warning(code, 'score', [verdict.id, outcome.id], message)];
      const { name } = outcome;
      if (share === 0 && isAtAnEnd(verdict.id, outcome.id))
        return warn('outcome-rare', `None of ${visitors} rehearsed visitors ends as “${name}”, though one can.`);
      if (share === 0) return warn('outcome-unreachable', `No rehearsed visitor ends as “${name}”.`);
      if (share > DOMINATES && verdict.outcomes.length > 1)
        return warn('outcome-dominates', `${percent(share)} of rehearsed visitors end as “${name}”.`);
      if (share < RARE) return warn('outcome-rare', `Only ${percent(share)} of rehearsed visitors end as “${name}”.`);
      return [];
    }),
    ...levelFindings(verdict, odds.ties[verdict.id] ?? 0),
  ]);
}

function levelFindings(verdict: Verdict, level: number): Finding[] {
  const winner = verdictKind(verdict).tallies?.whenLevel(verdict) ?? null;
  if (winner === null || level <= OFTEN_LEVEL) return [];
  const message = `${percent(level)} of rehearsed visitors have two outcomes level in “${verdict.name}”; the ${winner} wins then.`;
  return [warning('tie-likely', 'score', [verdict.id], message)];
}

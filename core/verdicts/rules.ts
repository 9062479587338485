/** The outcome of the first rule that is true. */
import { type Facts, isTrue } from '../conditions/evaluate';
import type { Of, VerdictKind } from './kind';
import { fallbackOf } from './fallback';

export const rules: VerdictKind<Of<'rules'>> = {
  decide(quiz, verdict, _, facts) {
    // A rule looks only at verdicts decided before its own.
    const order = quiz.verdicts.map((v) => v.id);
    const before = (id: string) => order.indexOf(id) < order.indexOf(verdict.id);
    const earlier: Facts = { ...facts, outcomes: (id) => (before(id) ? facts.outcomes(id) : []) };
    const rule = verdict.rules.find(({ when }) => isTrue(when, earlier));
    return { outcomes: rule ? [rule.outcome] : fallbackOf(verdict) };
  },
  begin: () => ({ rules: [] }),
  fields: ['rules'],
  named: (verdict) => verdict.rules.map((rule) => rule.outcome),
  without: (verdict, target) =>
    verdict.rules.some((rule) => rule.outcome === target)
      ? { rules: verdict.rules.filter((rule) => rule.outcome !== target) }
      : {},
  conditions: (verdict) => verdict.rules.map((rule) => rule.when),
};

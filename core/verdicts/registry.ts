/** The only list of ways to decide a verdict. Whoever wants to know something of a verdict asks its way here. */
import { testsIn } from '../conditions/evaluate';
import type { Condition, Quiz, Verdict } from '../schema/quiz';
import type { Facts } from '../conditions/evaluate';
import type { Ledger } from '../scoring/ledger';
import { bands } from './bands';
import type { By, Decision, Of, VerdictKind } from './kind';
import { rules } from './rules';
import { strongest } from './strongest';

export type { Decision } from './kind';

const kinds: { [K in By]: VerdictKind<Of<K>> } = { strongest, bands, rules };

export const byNames: readonly By[] = ['strongest', 'bands', 'rules'];

/** Ways take verdicts of their own alone: ask it of the verdict that it was found by. */
export const verdictKind = (verdict: Verdict): VerdictKind<Verdict> => kinds[verdict.by];

/** Decides one verdict from the sums of a run. A verdict without outcomes decides nothing. */
export const decide = (quiz: Quiz, verdict: Verdict, ledger: Ledger, facts: Facts): Decision =>
  verdictKind(verdict).decide(quiz, verdict, ledger, facts);

/** What a verdict has of its own when it begins to be decided in another way. */
export const begunBy = (by: By, quiz: Quiz, verdict: Verdict): Record<string, unknown> =>
  kinds[by].begin(quiz, verdict);

/** Whether a condition asks about a scale or an outcome. */
export const mentions = (condition: Condition, target: string): boolean =>
  testsIn(condition).some(
    (test) =>
      ('scale' in test && test.scale === target) ||
      ('topic' in test && test.of === target) ||
      ('verdict' in test && test.is === target),
  );

/** Whether a verdict reads a scale, or comes to an outcome. */
export function dependsOn(verdict: Verdict, target: string): boolean {
  const kind = verdictKind(verdict);
  return (
    verdict.fallback === target ||
    kind.measure?.of(verdict).scale === target ||
    (kind.named?.(verdict) ?? []).includes(target) ||
    (kind.conditions?.(verdict) ?? []).some((condition) => mentions(condition, target))
  );
}

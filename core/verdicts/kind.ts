/**
 * What every way of deciding a verdict is asked by the rest of the product: scoring, rehearsal, check and studio. `registry.ts` is the only
 * list of them.
 */
import type { Facts } from '../conditions/evaluate';
import type { Finding } from '../schema/finding';
import type { Condition, Quiz, Unit, Verdict } from '../schema/quiz';
import type { Ledger, TallyReading } from '../scoring/ledger';

export type By = Verdict['by'];
export type Of<K extends By> = Extract<Verdict, { by: K }>;

export type Decision = { outcomes: string[]; tallies?: Record<string, number> };
export type Tally = TallyReading & { id: string };
/** The score that a verdict reads. */
export type Measure = { scale: string; topic?: string; unit?: Unit };
export type Span = { lowest: number; highest: number };
/** The least and the most that a visitor can end with on a scale or outcome; null where that is not known. */
export type SpanOf = (target: string) => Span | null;

export type VerdictKind<V extends Verdict> = {
  /** Decides it from the sums of a run. Without outcomes it decides nothing. */
  decide(quiz: Quiz, verdict: V, ledger: Ledger, facts: Facts): Decision;
  /** What it has of its own when a verdict begins to be decided in this way. */
  begin(quiz: Quiz, verdict: Verdict): Omit<V, keyof Verdict>;
  /** The fields that no other way has. */
  fields: readonly string[];
  /** Whether a decision means that somebody has passed; null where it is no question of that. */
  hasPassed?(verdict: V, decision: Decision): boolean | null;
  /** Outcomes that it names, the one where nothing decides left out. */
  named?(verdict: V): string[];
  /** Those of its fields that change where a scale or an outcome goes. */
  without?(verdict: V, target: string): Partial<V>;
  conditions?(verdict: V): Condition[];
  measure?: {
    of(verdict: V): Measure;
    /** Whether the least and the greatest that can be had matter too. */
    needsEnds(verdict: V): boolean;
    /** In its unit; null where there is none yet. */
    value(quiz: Quiz, verdict: V, ledger: Ledger): number | null;
  };
  /** Its outcomes collect points. */
  tallies?: {
    /** What of each tally it looks at, beside the points. */
    looksAt(verdict: V): { greatest: boolean; last: boolean };
    winners(verdict: V, tallies: Tally[]): string[];
    /** Whether several are level at the top, and something spoke for one of them. */
    areLevel(verdict: V, tallies: Tally[]): boolean;
    /** Who wins where some are level, in words; null where all of them do. */
    whenLevel(verdict: V): string | null;
  };
  findings?(quiz: Quiz, verdict: V, spanOf: SpanOf): Finding[];
};

/** The outcome that most of the answers speak for. */
import { isQuestion } from '../document/lookup';
import type { Offered } from '../questions/kind';
import { offeredBy } from '../questions/registry';
import { warning } from '../schema/finding';
import type { Quiz } from '../schema/quiz';
import { readTally } from '../scoring/ledger';
import { round9 } from '../values/numbers';
import type { Of, Tally, VerdictKind } from './kind';

type Strongest = Of<'strongest'>;

/** The outcomes that win among tallies; `last` tells which of them was strengthened later than which. */
function winnersOf(verdict: Strongest, tallies: Tally[]): string[] {
  if (!tallies.some((t) => t.spoken) || (verdict.compare === 'share' && !tallies.some((t) => t.greatest > 0))) {
    const id = verdict.fallback ?? verdict.outcomes[0]?.id;
    return id === undefined ? [] : [id];
  }
  const tied = tiedAtTop(verdict, tallies);
  if (verdict.ties === 'blend') return tied.map((t) => t.id);
  const winner = verdict.ties === 'latest' ? tied.reduce((a, b) => (b.last > a.last ? b : a)) : tied[0];
  return winner ? [winner.id] : [];
}

/** The tallies that are level at the top; those that could have had nothing come last where shares are compared. */
function tiedAtTop(verdict: Strongest, tallies: Tally[]): Tally[] {
  const height = (t: Tally) =>
    verdict.compare !== 'share' ? t.points : t.greatest > 0 ? round9(t.points / t.greatest) : -Infinity;
  let top = Number.NEGATIVE_INFINITY;
  for (const tally of tallies) if (height(tally) > top) top = height(tally);
  return tallies.filter((t) => height(t) === top);
}

const whenLevel = { first: 'first in the list', latest: 'one strengthened last', blend: null };

export const strongest: VerdictKind<Strongest> = {
  decide(quiz, verdict, ledger) {
    const tallies = verdict.outcomes.map(({ id }) => ({ id, ...readTally(quiz, ledger, id) }));
    return {
      outcomes: winnersOf(verdict, tallies),
      tallies: Object.fromEntries(tallies.map(({ id, points }) => [id, points])),
    };
  },
  begin: () => ({}),
  fields: ['compare', 'ties'],
  tallies: {
    looksAt: ({ compare, ties }) => ({ greatest: compare === 'share', last: ties === 'latest' }),
    winners: winnersOf,
    areLevel: (verdict, tallies) => tallies.some((t) => t.spoken) && tiedAtTop(verdict, tallies).length > 1,
    whenLevel: ({ ties }) => whenLevel[ties ?? 'first'],
  },
  /** Without a fallback, a run whose answers speak for nothing ends as the first outcome; warn about that. */
  findings(quiz, verdict) {
    const [first] = verdict.outcomes;
    if (verdict.fallback !== undefined || !first || verdict.outcomes.length < 2) return [];
    if (somethingAlwaysSpeaks(quiz, verdict)) return [];
    const message = `Whoever gives no answer that speaks for an outcome of “${verdict.name}” ends as “${first.name}”, the first in the list. Say who is meant.`;
    return [warning('fallback-silent', 'score', [verdict.id], message)];
  },
};

/** Whether there is a question that everybody is asked, must answer, and whose every answer speaks. */
function somethingAlwaysSpeaks(quiz: Quiz, verdict: Strongest): boolean {
  const ids = new Set(verdict.outcomes.map((o) => o.id));
  const speaks = (weights: Record<string, number> | undefined) =>
    Object.entries(weights ?? {}).some(([id, weight]) => weight !== 0 && ids.has(id));
  const speaksAlways = (offered: Offered | undefined): boolean =>
    offered !== undefined &&
    !offered.other &&
    offered.options.length > 0 &&
    offered.options.every((o) => speaks(o.weights));
  const first = quiz.pages.find((p) => p.stage === 'ask' && p.blocks.some(isQuestion));
  if (!first || first.showIf || first.draw) return false;
  return first.blocks.some(
    (block) => isQuestion(block) && block.required && !block.showIf && speaksAlways(offeredBy(block)),
  );
}

import type { Question, Quiz } from '../schema/quiz';
import { isContact, isQuestion, questionsOf } from '../document/lookup';
import type { Answer } from '../values/answer';
import { resultOf } from '../flow/result';
import { ledgerOf } from '../flow/run';
import { readTally } from '../scoring/ledger';
import { verdictKind } from '../verdicts/registry';
import { drawnBlocks } from '../flow/draw';
import type { Move } from '../flow/navigate';
import { randomOf } from '../values/random';
import { currentPage, goOn, type Run, shownBlocks, startRun } from '../flow/run';
import { drawAnswer } from './answers';
import type { Mix } from './mix';
import { type Odds, rounded, spreadOf, tallied } from './spread';

type Rehearsing = {
  /** How they answer; by the mix where not given. */
  answer?: (question: Question, random: () => number) => Answer;
  /** Evenly where not given. */
  mix?: Mix;
  /** Told how each page is left. */
  onMove?: (page: string, move: Move) => void;
};

/** Walks one rehearsed visitor from start to end, giving each page one try. */
export function rehearsedRun(quiz: Quiz, seed: number, { answer, mix, onMove }: Rehearsing = {}): Run {
  const random = randomOf(seed, 'rehearsal');
  let run = startRun(quiz, { seed });
  while (!run.finished) {
    const page = currentPage(quiz, run);
    if (!page) return run;
    // Changed in place, because nobody reads the previous state.
    const filled: Run = Object.assign({}, run);
    filled.answers = Object.assign({}, run.answers);
    const blocks = drawnBlocks(quiz, page, seed);
    for (const block of blocks) {
      // Fill blocks one by one, because a later block may depend on an earlier answer.
      if (block.showIf && !shownBlocks(quiz, filled, page).some((b) => b.id === block.id)) continue;
      if (isQuestion(block)) filled.answers[block.id] = answer ? answer(block, random) : drawAnswer(block, random, mix);
      if (isContact(block)) {
        const fields = Object.fromEntries(
          block.fields.map((f) => [f.id, f.format === 'email' ? 'someone@example.com' : '…']),
        );
        const consent = block.consent ? { consent: block.consent.version } : {};
        filled.contact = { ...filled.contact, [block.id]: { fields, ...consent } };
      }
    }
    const left = run.way.length - 1;
    run = goOn(quiz, filled, page, { oneTry: true });
    const move = run.way[left]?.move;
    if (onMove && move !== undefined) onMove(page.id, move);
  }
  return run;
}

/** Monte Carlo: the same as exact odds, by walking this many visitors. */
export function sampledOdds(
  quiz: Quiz,
  {
    visitors,
    seed,
    onProgress,
    ...how
  }: {
    visitors: number;
    seed: number;
    /** told now and then, 0..1 */ onProgress?: (done: number) => void;
  } & Rehearsing,
): Odds {
  const count = (table: Record<string, number>, key: string) => (table[key] = (table[key] ?? 0) + 1 / visitors);
  const pages: Record<string, number> = Object.fromEntries(quiz.pages.map((p) => [p.id, 0]));
  const routes: Odds['routes'] = {};
  const outcomes = Object.fromEntries(
    quiz.verdicts.map((v) => [v.id, Object.fromEntries(v.outcomes.map((o) => [o.id, 0]))]),
  );
  const ties: Record<string, number> = Object.fromEntries(quiz.verdicts.map((v) => [v.id, 0]));
  const values = new Map<string, Map<number, number>>();
  const note = (id: string, value: number | null) => {
    if (value === null) return;
    const own = values.get(id) ?? new Map<number, number>();
    values.set(id, own.set(value, (own.get(value) ?? 0) + 1));
  };
  const asked = questionsOf(quiz).length > 0;
  for (let i = 0; asked && i < visitors; i++) {
    if (onProgress && i % 250 === 0) onProgress(i / visitors);
    const run = rehearsedRun(quiz, seed + i, {
      ...how,
      onMove: (page, move) => count((routes[page] ??= {}), String(move)),
    });
    const result = resultOf(quiz, run);
    const ledger = ledgerOf(quiz, run);
    for (const page of new Set(result.way)) count(pages, page);
    for (const verdict of quiz.verdicts) {
      const decision = result.verdicts[verdict.id];
      for (const id of decision?.outcomes ?? []) count(outcomes[verdict.id] ?? {}, id);
      for (const [id, points] of Object.entries(decision?.tallies ?? {})) note(id, points);
      const kind = verdictKind(verdict);
      if (kind.measure) note(`bands ${verdict.id}`, kind.measure.value(quiz, verdict, ledger));
      if (!kind.tallies) continue;
      const tallies = verdict.outcomes.map((o) => ({ id: o.id, ...readTally(quiz, ledger, o.id) }));
      if (kind.tallies.areLevel(verdict, tallies)) count(ties, verdict.id);
    }
    for (const [id, { points }] of Object.entries(result.scales)) note(id, points);
  }
  const spread = (id: string) => spreadOf(values.get(id) ?? new Map<number, number>());
  return {
    method: 'sampled',
    visitors,
    pages: rounded(pages),
    routes: Object.fromEntries(Object.entries(routes).map(([page, shares]) => [page, rounded(shares)])),
    outcomes: Object.fromEntries(Object.entries(outcomes).map(([v, shares]) => [v, rounded(shares)])),
    scales: Object.fromEntries(quiz.scales.map(({ id }) => [id, spread(id)])),
    tallies: Object.fromEntries(tallied(quiz).map((id) => [id, spread(id)])),
    bands: Object.fromEntries(
      quiz.verdicts.filter((v) => verdictKind(v).measure).map(({ id }) => [id, spread(`bands ${id}`)]),
    ),
    ties: rounded(ties),
  };
}

/**
 * The rehearsal: what happens when visitors answer evenly (model, section 5). Exact by carrying all distinct states of a run forward side by
 * side and merging those that are alike, page by page; sampled with a seed where there are too many, or where a page can lead back.
 */
import type { Page, Question, Quiz } from '../quiz/schema';
import { indexOf, isContact, isQuestion, pickRange, questionsOf } from '../quiz/lookup';
import type { Answer } from '../score/credit';
import { testsIn, holds } from '../score/conditions';
import { factsOf } from '../score/facts';
import { add, emptyLedger, type Ledger, readScale, readTally, type Track } from '../score/ledger';
import { decide } from '../score/verdicts';
import { subsets } from '../score/weights';
import { round9 } from '../score/numbers';
import { resultOf } from '../score/result';
import { randomOf } from '../run/random';
import { currentPage, type Run, shownBlocks, startRun, step } from '../run/run';

export type Spread = { mean: number; sd: number; lowest: number; highest: number; histogram: [number, number][] };
export type Odds = {
  method: 'exact' | 'sampled';
  visitors?: number;
  pages: Record<string, number>;
  outcomes: Record<string, Record<string, number>>;
  /** Scales by id; sums of each outcome's weights too, since they are read in the same grid. */
  scales: Record<string, Spread>;
  tallies: Record<string, Spread>;
  /** Share of visitors for whom two outcomes of a verdict are level at the top. */
  ties: Record<string, number>;
};

export const MOST_STATES = 200_000;
const MANY_OPTIONS = 12;

type Option = { answer: Answer; share: number };
/** How a rehearsed visitor may answer, with the share of each way. */
export function answersOf(question: Question): Option[] {
  if (question.kind === 'text') {
    const right = question.accept?.find((a) => a.credit === 1)?.text ?? question.accept?.[0]?.text;
    return right === undefined
      ? [{ answer: '…', share: 1 }]
      : [
          { answer: right, share: 0.5 },
          { answer: '\u0000', share: 0.5 },
        ];
  }
  const { min, max } = pickRange(question);
  if (question.pick === 'one')
    return question.options.map((o) => ({ answer: [o.id], share: 1 / question.options.length }));
  const chosen = subsets(question.options.length, Math.max(1, min), max);
  return chosen.map((subset) => ({
    answer: subset.map((i) => question.options[i]?.id ?? ''),
    share: 1 / chosen.length,
  }));
}

/** Rehearses a quiz: exact where the distinct states stay under 200,000, else `visitors` sampled ones. */
export function rehearse(quiz: Quiz, { visitors = 5_000, seed = 1 }: { visitors?: number; seed?: number } = {}): Odds {
  return exactOdds(quiz) ?? sampledOdds(quiz, { visitors, seed });
}

type State = { share: number; ledger: Ledger; answers: Map<string, Answer>; shown: Set<string> };
type Job = { tracks: Track[]; end?: (state: State) => void };
class TooMany extends Error {}

/** Which answers and sums the conditions of the quiz ask about: every state must remember these. */
function asked(quiz: Quiz): { answers: Set<string>; tracks: Track[]; verdicts: Set<string> } {
  const conditions = [
    ...quiz.pages.flatMap((p) => [p.showIf, ...(p.routes ?? []).map((r) => r.when), ...p.blocks.map((b) => b.showIf)]),
  ].flatMap((c) => (c ? testsIn(c) : []));
  const verdicts = new Set(conditions.flatMap((t) => ('verdict' in t ? [t.verdict] : [])));
  return { ...needs(conditions), verdicts };
}

function needs(tests: ReturnType<typeof testsIn>): { answers: Set<string>; tracks: Track[] } {
  return {
    answers: new Set(tests.flatMap((t) => ('answer' in t ? [t.answer] : []))),
    tracks: tests.flatMap((t): Track[] =>
      'scale' in t ? [{ target: t.scale }] : 'topic' in t ? [{ target: t.of, topic: t.topic }] : [],
    ),
  };
}

/** What deciding a verdict needs to know: the sums it compares, and for rules the answers and earlier verdicts they ask about. */
function verdictNeeds(quiz: Quiz, id: string): { answers: Set<string>; tracks: Track[] } {
  const verdict = quiz.verdicts.find((v) => v.id === id);
  if (!verdict) return { answers: new Set(), tracks: [] };
  if (verdict.by === 'strongest')
    return { answers: new Set(), tracks: verdict.outcomes.map((o) => ({ target: o.id })) };
  if (verdict.by === 'bands') return { answers: new Set(), tracks: [{ target: verdict.scale, topic: verdict.topic }] };
  const tests = verdict.rules.flatMap((r) => testsIn(r.when));
  const own = needs(tests);
  for (const t of tests) {
    if (!('verdict' in t) || t.verdict === id) continue;
    const inner = verdictNeeds(quiz, t.verdict);
    inner.answers.forEach((a) => own.answers.add(a));
    own.tracks.push(...inner.tracks);
  }
  return own;
}

/**
 * Exact shares, or null where a jump leads back, a question has too many ways to be answered, or the states grow too many.
 * Each verdict and each scale is followed on its own, so that what need not be known together is not multiplied.
 */
export function exactOdds(quiz: Quiz): Odds | null {
  const { position, questions } = indexOf(quiz);
  for (const page of quiz.pages) {
    const targets = [...(page.routes ?? []).map((r) => r.to), page.otherwise];
    for (const to of targets)
      if (typeof to === 'object' && (position.get(to.page) ?? Infinity) <= (position.get(page.id) ?? 0)) return null;
  }
  for (const q of questions.values())
    if (q.kind === 'choice' && q.pick === 'many' && q.options.length > MANY_OPTIONS) return null;
  const control = asked(quiz);
  for (const id of control.verdicts) {
    const more = verdictNeeds(quiz, id);
    more.answers.forEach((a) => control.answers.add(a));
    control.tracks.push(...more.tracks);
  }
  const odds: Odds = { method: 'exact', pages: {}, outcomes: {}, scales: {}, tallies: {}, ties: {} };
  try {
    walkAll(quiz, control.answers, { tracks: control.tracks }, odds.pages);
    for (const verdict of quiz.verdicts) {
      const more = verdictNeeds(quiz, verdict.id);
      const shares: Record<string, number> = Object.fromEntries(verdict.outcomes.map((o) => [o.id, 0]));
      let tied = 0;
      walkAll(quiz, new Set([...control.answers, ...more.answers]), {
        tracks: unique([...control.tracks, ...more.tracks]),
        end: (state) => {
          for (const id of decide(quiz, verdict, state.ledger, factsFor(quiz, state)).outcomes)
            shares[id] = (shares[id] ?? 0) + state.share;
          if (isTied(quiz, verdict.id, state.ledger)) tied += state.share;
        },
      });
      odds.outcomes[verdict.id] = mapValues(shares, round9);
      odds.ties[verdict.id] = round9(tied);
    }
    const spread = (target: string, read: (ledger: Ledger) => number | null): Spread => {
      const values = new Map<number, number>();
      walkAll(quiz, control.answers, {
        tracks: unique([...control.tracks, { target }]),
        end: ({ ledger, share }) => {
          const value = read(ledger);
          if (value !== null) values.set(value, (values.get(value) ?? 0) + share);
        },
      });
      return spreadOf(values);
    };
    for (const { id } of quiz.scales) odds.scales[id] = spread(id, (ledger) => readScale(quiz, ledger, id).points);
    for (const id of tallied(quiz)) odds.tallies[id] = spread(id, (ledger) => readTally(ledger, id).points);
    return odds;
  } catch (error) {
    if (error instanceof TooMany) return null;
    throw error;
  }
}

const unique = (tracks: Track[]): Track[] => [
  ...new Map(tracks.map((t) => [`${t.target}@${t.topic ?? ''}`, t])).values(),
];
const mapValues = (record: Record<string, number>, f: (n: number) => number) =>
  Object.fromEntries(Object.entries(record).map(([k, v]) => [k, f(v)]));
const tallied = (quiz: Quiz): string[] =>
  quiz.verdicts.flatMap((v) => (v.by === 'strongest' ? v.outcomes.map((o) => o.id) : []));

function isTied(quiz: Quiz, id: string, ledger: Ledger): boolean {
  const verdict = quiz.verdicts.find((v) => v.id === id);
  if (verdict?.by !== 'strongest') return false;
  return decide(quiz, { ...verdict, ties: 'blend' }, ledger, factsOf(quiz, ledger, nobody)).outcomes.length > 1;
}

const nobody = { shown: () => false, answer: () => undefined, known: () => undefined, contact: () => undefined };

function factsFor(quiz: Quiz, state: State) {
  const defaults = new Map(quiz.known.map((k) => [k.id, k.default]));
  return factsOf(quiz, state.ledger, {
    shown: (id) => state.shown.has(id),
    answer: (id) => state.answers.get(id),
    known: (id) => defaults.get(id),
    // A rehearsed visitor fills in what is asked.
    contact: (id) => (state.shown.has(`contact ${id}`) ? '…' : undefined),
  });
}

/** Carries every state from the first page to the end. */
function walkAll(quiz: Quiz, remembered: Set<string>, job: Job, pages?: Record<string, number>): void {
  const asks = quiz.pages.filter((p) => p.stage === 'ask');
  const alike: Alike = {
    means: new Set(
      quiz.scales
        .filter((s) => s.combine === 'mean')
        .flatMap((s) => [s.id, ...quiz.topics.map((t) => `${s.id}@${t.id}`)]),
    ),
    ordered: quiz.verdicts.some((v) => v.by === 'strongest' && v.ties === 'latest'),
  };
  const arrived = new Map<string, Map<string, State>>();
  const put = (page: string, state: State) => {
    const states = arrived.get(page) ?? new Map<string, State>();
    arrived.set(page, states);
    merge(states, state, alike);
  };
  const appears = (page: Page, state: State) => page.showIf === undefined || holds(page.showIf, factsFor(quiz, state));
  const end = (state: State) => {
    const result = quiz.pages.find((p) => p.stage === 'result' && appears(p, state));
    if (pages && result) pages[result.id] = (pages[result.id] ?? 0) + state.share;
    job.end?.(state);
  };
  const goOn = (from: number, state: State) => {
    const next = asks.slice(from).find((p) => appears(p, state));
    if (next) put(next.id, state);
    else end(state);
  };

  goOn(0, { share: 1, ledger: emptyLedger(), answers: new Map(), shown: new Set() });
  asks.forEach((page, index) => {
    const states = arrived.get(page.id);
    if (!states) return;
    arrived.delete(page.id);
    if (pages) pages[page.id] = round9([...states.values()].reduce((sum, s) => sum + s.share, 0));
    for (const state of fillPage(quiz, page, states, remembered, job.tracks, alike)) {
      const facts = factsFor(quiz, state);
      const target = page.routes?.find(({ when }) => holds(when, facts))?.to ?? page.otherwise ?? 'next';
      if (target === 'finish') end(state);
      else if (typeof target === 'object') {
        const to = indexOf(quiz).pages.get(target.page);
        if (to?.stage === 'ask') put(to.id, state);
        else if (to) {
          if (pages) pages[to.id] = (pages[to.id] ?? 0) + state.share;
          job.end?.(state);
        } else goOn(index + 1, state);
      } else goOn(index + 1, state);
    }
  });
  if (pages) for (const page of quiz.pages) pages[page.id] = round9(pages[page.id] ?? 0);
}

function fillPage(
  quiz: Quiz,
  page: Page,
  start: Map<string, State>,
  remembered: Set<string>,
  tracks: Track[],
  alike: Alike,
): State[] {
  let states = start;
  for (const block of page.blocks) {
    const next = new Map<string, State>();
    const ways = isQuestion(block) ? answersOf(block) : null;
    for (const state of states.values()) {
      const visible = block.showIf === undefined || holds(block.showIf, factsFor(quiz, state));
      if (!visible || (!ways && !isContact(block))) {
        merge(next, state, alike);
      } else if (isContact(block)) {
        merge(
          next,
          { ...state, shown: new Set([...state.shown, ...block.fields.map((f) => `contact ${f.id}`)]) },
          alike,
        );
      } else if (isQuestion(block)) {
        const keep = remembered.has(block.id);
        const shown = keep ? new Set([...state.shown, block.id]) : state.shown;
        for (const { answer, share } of ways ?? []) {
          merge(
            next,
            {
              share: state.share * share,
              ledger: add(state.ledger, tracks, block, answer),
              answers: keep ? new Map([...state.answers, [block.id, answer]]) : state.answers,
              shown,
            },
            alike,
          );
        }
      }
    }
    states = next;
  }
  return [...states.values()];
}

/** Which parts of the sums can matter later: how many contributed only to means, who spoke last only where that breaks ties. */
type Alike = { means: Set<string>; ordered: boolean };

function merge(states: Map<string, State>, state: State, { means, ordered }: Alike): void {
  // Two states are alike when nothing later can tell them apart: same sums, same remembered answers, same order of last words.
  let key = ordered ? `${state.ledger.questions}` : '';
  for (const [track, e] of state.ledger.entries) {
    key += `|${track}:${e.points},${e.low},${e.high}`;
    key += means.has(track) ? `,${e.count},${e.answeredLow},${e.answeredHigh}` : e.count > 0 ? '+' : '';
    if (ordered) key += `,${e.last}`;
  }
  for (const [q, a] of state.answers) key += `|${q}=${String(a)}`;
  for (const id of state.shown) key += `|${id}`;
  const old = states.get(key);
  if (old) states.set(key, { ...old, share: old.share + state.share });
  else {
    states.set(key, state);
    if (states.size > MOST_STATES) throw new TooMany();
  }
}

function spreadOf(values: Map<number, number>): Spread {
  const histogram = [...values].sort((a, b) => a[0] - b[0]);
  const total = histogram.reduce((sum, [, share]) => sum + share, 0) || 1;
  const mean = histogram.reduce((sum, [value, share]) => sum + value * share, 0) / total;
  const variance = histogram.reduce((sum, [value, share]) => sum + (value - mean) ** 2 * share, 0) / total;
  return {
    mean: round9(mean),
    sd: round9(Math.sqrt(variance)),
    lowest: histogram[0]?.[0] ?? 0,
    highest: histogram.at(-1)?.[0] ?? 0,
    histogram: histogram.map(([value, share]) => [value, round9(share / total)]),
  };
}

/** Walks one rehearsed visitor from start to end, answering evenly. */
export function rehearsedRun(
  quiz: Quiz,
  seed: number,
  answer: (question: Question, random: () => number) => Answer = evenly,
): Run {
  const random = randomOf(seed, 'rehearsal');
  let run = startRun(quiz, { seed });
  while (!run.finished) {
    const page = currentPage(quiz, run);
    if (!page) return run;
    let filled = run;
    for (const block of page.blocks) {
      // What stands further down may depend on what was just answered, so blocks are filled one by one.
      if (!shownBlocks(quiz, filled, page).some((b) => b.id === block.id)) continue;
      if (isQuestion(block)) filled = { ...filled, answers: { ...filled.answers, [block.id]: answer(block, random) } };
      if (isContact(block)) {
        const fields = Object.fromEntries(
          block.fields.map((f) => [f.id, f.format === 'email' ? 'someone@example.com' : '…']),
        );
        filled = {
          ...filled,
          contact: {
            ...filled.contact,
            [block.id]: { fields, ...(block.consent ? { consent: block.consent.version } : {}) },
          },
        };
      }
    }
    const next = step(quiz, filled, { do: 'go', page: page.id });
    if ('refused' in next) return run;
    run = next.run;
  }
  return run;
}

function evenly(question: Question, random: () => number): Answer {
  if (question.kind === 'choice' && question.pick === 'many' && question.options.length > MANY_OPTIONS) {
    const { min, max } = pickRange(question);
    for (;;) {
      const chosen = question.options.filter(() => random() < 0.5).map((o) => o.id);
      if (chosen.length >= Math.max(1, min) && chosen.length <= max) return chosen;
    }
  }
  const ways = answersOf(question);
  return ways[Math.floor(random() * ways.length)]?.answer ?? [];
}

/** Monte Carlo: the same as `exactOdds`, by walking this many visitors. */
export function sampledOdds(quiz: Quiz, { visitors, seed }: { visitors: number; seed: number }): Odds {
  const count = (table: Record<string, number>, key: string, by = 1 / visitors) =>
    (table[key] = (table[key] ?? 0) + by);
  const pages: Record<string, number> = Object.fromEntries(quiz.pages.map((p) => [p.id, 0]));
  const outcomes = Object.fromEntries(
    quiz.verdicts.map((v) => [v.id, Object.fromEntries(v.outcomes.map((o) => [o.id, 0]))]),
  );
  const ties: Record<string, number> = {};
  const values = new Map<string, Map<number, number>>();
  const note = (id: string, value: number | null) => {
    if (value === null) return;
    const own = values.get(id) ?? new Map<number, number>();
    values.set(id, own.set(value, (own.get(value) ?? 0) + 1 / visitors));
  };
  const ranked = questionsOf(quiz).length > 0;
  for (let i = 0; ranked && i < visitors; i++) {
    const run = rehearsedRun(quiz, seed + i);
    const result = resultOf(quiz, run);
    for (const page of new Set(result.way)) count(pages, page);
    for (const verdict of quiz.verdicts) {
      const decision = result.verdicts[verdict.id];
      for (const id of decision?.outcomes ?? []) count(outcomes[verdict.id] ?? {}, id);
      for (const [id, points] of Object.entries(decision?.tallies ?? {})) note(id, points);
      const tallies = Object.values(decision?.tallies ?? {});
      if (tallies.filter((t) => t === Math.max(...tallies)).length > 1) count(ties, verdict.id);
    }
    for (const [id, { points }] of Object.entries(result.scales)) note(id, points);
  }
  const spread = (id: string) => spreadOf(values.get(id) ?? new Map());
  return {
    method: 'sampled',
    visitors,
    pages: mapValues(pages, round9),
    outcomes: Object.fromEntries(Object.entries(outcomes).map(([v, shares]) => [v, mapValues(shares, round9)])),
    scales: Object.fromEntries(quiz.scales.map(({ id }) => [id, spread(id)])),
    tallies: Object.fromEntries(tallied(quiz).map((id) => [id, spread(id)])),
    ties: Object.fromEntries(quiz.verdicts.map((v) => [v.id, round9(ties[v.id] ?? 0)])),
  };
}

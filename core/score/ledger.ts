/**
 * Running sums of one pass through a quiz. A run is scored by adding its questions to a ledger one by one; a rehearsal
 * carries many ledgers forward side by side and merges those that are alike. Both therefore compute the very same thing.
 */
import type { Question, Quiz } from '../quiz/schema';
import { isKeyed, questionsOf } from '../quiz/lookup';
import { type Answer, isAnswered, marksOf } from './credit';
import { contribution, rangeOf, weighs } from './weights';
import { percentOf, round9 } from './numbers';

/** One thing summed: a scale, an outcome, or "marks"; of one topic or of all. */
export type Track = { target: string; topic?: string };
export type Entry = {
  points: number;
  /** Questions that contributed. */
  count: number;
  /** Those of them that had a weight other than 0. */
  spoken: number;
  low: number;
  high: number;
  /** For a mean: low and high of the answered questions alone. For marks: what was possible. */
  answeredLow: number;
  answeredHigh: number;
  /** Place of the last question that added more than 0. */
  last: number;
};
export type Ledger = { entries: Map<string, Entry>; questions: number };

export const trackKey = ({ target, topic }: Track): string => (topic === undefined ? target : `${target}@${topic}`);
const blank = (): Entry => ({
  points: 0,
  count: 0,
  spoken: 0,
  low: 0,
  high: 0,
  answeredLow: 0,
  answeredHigh: 0,
  last: -1,
});

export const emptyLedger = (): Ledger => ({ entries: new Map(), questions: 0 });

/** Adds a question and its answer (or none) to a ledger, in place: a run adds its questions one by one, and nothing else holds the ledger. */
export function add(ledger: Ledger, tracks: Track[], question: Question, answer: Answer | undefined): Ledger {
  for (const track of tracks) {
    if (track.topic !== undefined && question.topic !== track.topic) continue;
    const change =
      track.target === 'marks'
        ? marksChange(question, answer)
        : targetChange(question, track.target, answer, ledger.questions);
    if (!change) continue;
    const key = trackKey(track);
    const old = ledger.entries.get(key);
    if (!old) {
      ledger.entries.set(key, change);
      continue;
    }
    old.points = round9(old.points + change.points);
    old.count += change.count;
    old.spoken += change.spoken;
    old.low = round9(old.low + change.low);
    old.high = round9(old.high + change.high);
    old.answeredLow = round9(old.answeredLow + change.answeredLow);
    old.answeredHigh = round9(old.answeredHigh + change.answeredHigh);
    if (change.last >= 0) old.last = change.last;
  }
  ledger.questions += 1;
  return ledger;
}

function marksChange(question: Question, answer: Answer | undefined): Entry | null {
  if (!isKeyed(question)) return null;
  const { awarded } = marksOf(question, answer);
  return { ...blank(), points: awarded, count: isAnswered(answer) ? 1 : 0, high: question.marks ?? 1 };
}

function targetChange(question: Question, target: string, answer: Answer | undefined, place: number): Entry | null {
  const range = rangeOf(question, target, !question.required);
  if (!range) return null;
  const given = contribution(question, target, answer);
  const own = given === null ? null : rangeOf(question, target, false);
  return {
    points: given?.value ?? 0,
    count: given === null ? 0 : 1,
    spoken: given?.spoken ? 1 : 0,
    low: range.low,
    high: range.high,
    answeredLow: own?.low ?? 0,
    answeredHigh: own?.high ?? 0,
    last: given !== null && given.value > 0 ? place : -1,
  };
}

export type Reading = { points: number | null; lowest: number | null; highest: number | null; percent: number | null };

/** Reads a sum or mean scale off a ledger. A sum by topic does not include the scale's start. */
export function readScale(quiz: Quiz, ledger: Ledger, id: string, topic?: string): Reading {
  const scale = quiz.scales.find((s) => s.id === id);
  const entry = ledger.entries.get(trackKey({ target: id, topic })) ?? blank();
  const range = quiz.scoring.of === 'all' ? wholeRange(quiz, id, topic) : entry;
  if (scale?.combine === 'mean') {
    if (entry.count === 0) return { points: null, lowest: null, highest: null, percent: null };
    const points = round9(entry.points / entry.count);
    const lowest = round9(entry.answeredLow / entry.count);
    const highest = round9(entry.answeredHigh / entry.count);
    return { points, lowest, highest, percent: percentOf(round9(points - lowest), round9(highest - lowest)) };
  }
  const start = topic === undefined ? (scale?.start ?? 0) : 0;
  const points = round9(start + entry.points);
  const lowest = round9(start + range.low);
  const highest = round9(start + range.high);
  return { points, lowest, highest, percent: percentOf(round9(points - lowest), round9(highest - lowest)) };
}

/** The range of a target over all questions of the quiz, as `scoring.of: "all"` wants it. */
function wholeRange(quiz: Quiz, target: string, topic?: string): { low: number; high: number } {
  let low = 0;
  let high = 0;
  for (const question of questionsOf(quiz)) {
    if (topic !== undefined && question.topic !== topic) continue;
    const range = rangeOf(question, target, !question.required);
    low += range?.low ?? 0;
    high += range?.high ?? 0;
  }
  return { low: round9(low), high: round9(high) };
}

export type Marks = { awarded: number; possible: number; percent: number | null; pending: number };

export function readMarks(quiz: Quiz, ledger: Ledger, topic?: string): Marks {
  const entry = ledger.entries.get(trackKey({ target: 'marks', topic })) ?? blank();
  const possible =
    quiz.scoring.of === 'all'
      ? round9(
          questionsOf(quiz)
            .filter((q) => isKeyed(q) && (topic === undefined || q.topic === topic))
            .reduce((sum, q) => sum + (q.marks ?? 1), 0),
        )
      : entry.high;
  return { awarded: entry.points, possible, percent: percentOf(entry.points, possible), pending: 0 };
}

/** An outcome's tally: its points, the most it could have had on this way, and whether anything spoke for it. */
export function readTally(
  ledger: Ledger,
  outcome: string,
): { points: number; greatest: number; spoken: boolean; last: number } {
  const entry = ledger.entries.get(outcome) ?? blank();
  return { points: entry.points, greatest: entry.high, spoken: entry.spoken > 0, last: entry.last };
}

/** By document, which is never changed in place. */
const tracks = new WeakMap<Quiz, Track[]>();

/** Everything a full result sums: marks, scales, outcomes, and each of marks and scales by topic. */
export function allTracks(quiz: Quiz): Track[] {
  const known = tracks.get(quiz);
  if (known) return known;
  const whole: Track[] = [
    { target: 'marks' },
    ...quiz.scales.map((s) => ({ target: s.id })),
    ...quiz.verdicts.flatMap((v) => (v.by === 'strongest' ? v.outcomes.map((o) => ({ target: o.id })) : [])),
  ];
  const byTopic = quiz.topics.flatMap(({ id: topic }) => [
    { target: 'marks', topic },
    ...quiz.scales.map((s) => ({ target: s.id, topic })),
  ]);
  const used = questionsOf(quiz);
  const all = [
    ...whole,
    ...byTopic.filter((t) => t.target === 'marks' || used.some((q) => q.topic === t.topic && weighs(q, t.target))),
  ];
  tracks.set(quiz, all);
  return all;
}

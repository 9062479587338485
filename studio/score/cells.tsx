'use client';
/** The cells of the grid: what stands in one, and how it is said. */
import { Strong } from '../../ui/text';
import { memo } from 'react';
import { isKeyed, isReviewed } from '../../core/questions/registry';
import { isShare, type Weighed } from '../../core/document/weighed';

import { Mark } from '../../ui/marks';
import { signed, type Measure } from '../edits/measures';
import { GUESS, RIGHT } from '../edits/weigh-edits';

export type GridRow = { of: Weighed; first: boolean; number: number; name: string };
/** A column that is no scale and no outcome. */
export const isSpecial = (target: Measure): boolean => target.id === RIGHT || target.id === GUESS;

/** A weight as a number over a dot whose size is its weight; a negative one is an empty ring, none a faint point. */
export const Weight = memo(function Weight({ value, colour }: { value: number; colour: number | null }) {
  if (value === 0) return <span style={{ color: 'var(--ink-3)', opacity: 0.55 }}>·</span>;
  const r = Math.min(12.5, 6 + 2.2 * Math.abs(value));
  const fill = colour === null ? 'var(--ink)' : `var(--data-${(colour % 8) + 1})`;
  return (
    <svg width="34" height="26" viewBox="0 0 34 26" aria-hidden="true" style={{ display: 'block', margin: '0 auto' }}>
      {value > 0 ? (
        <circle cx="17" cy="13" r={r} style={{ fill, opacity: colour === null ? 0.17 : 0.34 }} />
      ) : (
        <circle cx="17" cy="13" r={Math.min(11, r)} fill="none" style={{ stroke: 'var(--ink-3)' }} />
      )}
      <text x="17" y="17.2" textAnchor="middle" style={{ fontSize: 12.5, fontWeight: 600, fill: 'var(--ink)' }}>
        {value < 0 ? `−${-value}` : value}
      </text>
    </svg>
  );
});

export const valueOf = (row: GridRow | undefined, target: Measure | undefined): number =>
  !row || !target
    ? 0
    : target.id === RIGHT
      ? (row.of.credit ?? 0)
      : target.id === GUESS
        ? (row.of.guess?.value ?? 0)
        : (row.of.weights?.[target.id] ?? 0);

export const factor = {
  once: '',
  column: ', times what the column is worth',
  number: ', times the number',
  place: ' for each place above the last',
  key: '',
};
/** What a row is called: the words of an answer, or what is multiplied. */
export const wordsOf = (row: GridRow): string =>
  row.of.words || (row.of.times === 'number' ? 'The number itself' : 'Without words');

/** What a guess says in words, of its number. */
const guessWords: Record<NonNullable<Weighed['guess']>['of'], (value: number) => string> = {
  chosen: (value) => `${value} percent choose it`,
  first: (value) => `${value} percent put it first`,
  right: (value) => `${value} percent have it right`,
  mean: (value) => `${value} on average`,
  column: (value) => `column ${value} on average`,
  ticked: (value) => `${value} a row on average`,
};
export const guessSaid = (guess: Weighed['guess']): string =>
  !guess ? 'answered evenly' : guess.value === undefined ? 'no guess' : guessWords[guess.of](guess.value);

/** A cell in words, as a screen reader says it. */
export function saidOf(row: GridRow, target: Measure): string {
  const value = valueOf(row, target);
  if (target.decidedBy && value === 0) return `decided by ${target.decidedBy}`;
  if (target.id === GUESS) return guessSaid(row.of.guess);
  if (target.id === RIGHT && row.of.times !== 'once') return hasKey(row) ? 'has a key' : 'neither right nor wrong';
  if (row.of.times === 'key') {
    return row.of.question.marksTo === target.id ? 'its marks count here' : 'nothing';
  }
  if (target.id !== RIGHT) return value === 0 ? 'nothing' : `${signed(value)}${factor[row.of.times]}`;
  if (!row.of.keyed) return 'neither right nor wrong';
  return value === 1 ? 'right' : value > 0 ? 'partly right' : 'not right';
}

/** Of a question that only has a key: whether it has one, and which scale its marks count for. */
export const hasKey = ({ of: { question } }: GridRow) => isKeyed(question) || isReviewed(question);
export function KeyCell({ row, target }: { row: GridRow; target: Measure }) {
  if (target.id === RIGHT)
    return <span style={{ display: 'inline-flex' }}>{hasKey(row) && <Mark kind="yes" size={13} />}</span>;
  return row.of.question.marksTo === target.id ? <small style={{ color: 'var(--ink-2)' }}>marks</small> : null;
}

export const Guess = ({ row }: { row: GridRow }) =>
  row.of.guess?.value !== undefined ? (
    <Strong>{isShare(row.of.guess) ? `${row.of.guess.value}%` : `⌀ ${row.of.guess.value}`}</Strong>
  ) : row.of.guess ? (
    <span style={{ color: 'var(--ink-3)', opacity: 0.55 }}>·</span>
  ) : null;

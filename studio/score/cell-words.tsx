/** The active cell in words. */
import { Faint } from '../../ui/text';
import type { ReactNode } from 'react';
import { type Measure, signed } from '../edits/measures';
import { GUESS, RIGHT } from '../edits/weigh-edits';
import { type GridRow, guessSaid, hasKey, valueOf, wordsOf } from './cells';

function guessWords(guess: GridRow['of']['guess']): string {
  if (!guess) return 'is answered evenly';
  if (guess.value !== undefined) return `${guessSaid(guess)}, you guess`;
  const ofEach = guess.of === 'chosen' || guess.of === 'first';
  return `has no guess: it ${ofEach ? 'shares what is left' : 'is answered evenly'}`;
}

export function CellWords({ row, target }: { row: GridRow | undefined; target: Measure | undefined }) {
  if (!row || !target) return null;
  if (target.id === GUESS) {
    const isOfEach = row.of.guess?.of === 'chosen' || row.of.guess?.of === 'first';
    return <Of name={isOfEach ? wordsOf(row) : row.name}>: {guessWords(row.of.guess)}</Of>;
  }
  if (row.of.times === 'key') return <Of name={row.name}>: {keyWords(row, target)}</Of>;
  const value = valueOf(row, target);
  if (target.id === RIGHT)
    return (
      <Of name={wordsOf(row)}>
        {' '}
        {rightWords(row, value)}
        {row.of.keyed && <Faint>. Y, M and N set ● ◐ ○</Faint>}
      </Of>
    );
  return (
    <>
      <b style={{ font: '700 18px/1 var(--heading)', display: 'inline-block', minWidth: 40 }}>
        {value === 0 ? '0' : signed(value)}
      </b>
      <Of name={wordsOf(row)}> {weightWords(value, target)}</Of>
    </>
  );
}

const Of = ({ name, children }: { name: string; children: ReactNode }) => (
  <>
    <b>{name}</b>
    {children}
  </>
);

function keyWords(row: GridRow, target: Measure): string {
  if (target.id === RIGHT) return wordsOf(row);
  return row.of.question.marksTo === target.id
    ? `its marks count for ${target.name}`
    : `what is typed adds nothing to ${target.name} by itself`;
}

function rightWords(row: GridRow, value: number): string {
  if (!row.of.keyed) return hasKey(row) ? 'has a key, which stands in Write' : 'can be neither right nor wrong here';
  if (value === 1) return 'is right';
  return value > 0 ? `is partly right, worth ${value} of the marks` : 'is not right';
}

/** An outcome has a colour, a scale has none. */
function weightWords(value: number, { name, colour }: Measure): string {
  const size = Math.abs(value);
  if (value === 0) return `adds nothing to ${name}`;
  if (colour === null) return value > 0 ? `adds ${size} to ${name}` : `takes ${size} from ${name}`;
  return `speaks ${value > 0 ? 'for' : 'against'} ${name}, by ${size}`;
}

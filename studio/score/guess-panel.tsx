'use client';
/** What the guesses of the chosen question come to. */
import type { ReactNode } from 'react';
import { guessedMix } from '../../core/rehearsal/guess';
import { cellOf, sharesAt, type Weights, weightsIn } from '../../core/rehearsal/mix';
import type { Grid, Question } from '../../core/document/schema';
import { waysInRow } from '../../core/rehearsal/answers';
import { useQuiz } from '../document';
import type { GridRow } from './cells';

export function GuessPanel({ row, children }: { row: GridRow | undefined; children: ReactNode }) {
  const quiz = useQuiz();
  if (!row) return null;
  const { question } = row.of;
  const weights = weightsIn(guessedMix(quiz), question);
  return (
    <aside aria-label={`The guess for question ${row.number}`}>
      <h2 style={{ font: '700 24px/1.2 var(--heading)' }}>{row.name}</h2>
      <div style={{ borderTop: '1px solid var(--ink)', marginTop: 10, padding: '10px 0' }}>
        {!row.of.guess ? (
          <p>Visitors are rehearsed to answer this evenly.</p>
        ) : !weights ? (
          <p>{asked[row.of.guess.of]} Without a guess they answer evenly.</p>
        ) : (
          <ul style={{ listStyle: 'none' }}>
            {lines(question, weights).map(([words, share]) => (
              <li key={words} style={{ display: 'flex', justifyContent: 'space-between', gap: 12, padding: '3px 0' }}>
                <span>{words}</span>
                <b style={{ fontWeight: 600 }}>{Math.round(share * 100)}%</b>
              </li>
            ))}
          </ul>
        )}
      </div>
      {children}
    </aside>
  );
}

const asked = {
  chosen: 'How many of a hundred visitors choose each answer?',
  right: 'How many of a hundred visitors have it right?',
  mean: 'What do visitors give on average?',
  column: 'Which column do visitors choose on average, counted from 1?',
  first: 'How many of a hundred visitors put each of these first?',
  ticked: 'How many columns does a row get on average?',
};

/** What the weights come to, in words and shares. */
function lines(question: Question, weights: Weights): [string, number][] {
  if (question.kind === 'choice') {
    const sum = Object.values(weights).reduce((a, b) => a + b, 0);
    return question.options.map((o) => [
      o.text || o.picture?.text || o.id,
      (weights[o.id] ?? 0) / (question.pick === 'one' ? sum : 1),
    ]);
  }
  const right = weights['right'];
  if (right !== undefined)
    return [
      ['Right', right],
      ['Not right', 1 - right],
    ];
  if (question.kind === 'order') {
    const ids = question.items.map((i) => i.id);
    return sharesAt(weights, 1, ids).map((share, i) => [`${question.items[i]?.text ?? ''} first`, share]);
  }
  if (question.kind === 'grid') {
    const [row] = question.rows;
    if (question.pick === 'many') return sizes(question, row?.id ?? '', weights);
    return question.columns.map((c) => [c.text, weights[cellOf(row?.id ?? '', c.id)] ?? 0]);
  }
  // Values that hardly anybody gives are left out.
  return Object.entries(weights).filter(([, share]) => share >= 0.005);
}

/** How many columns a row gets, of few columns: with many there are too many ways to choose among them. */
function sizes(question: Grid, row: string, weights: Weights): [string, number][] {
  if (question.columns.length > 12) return question.columns.map((c) => [c.text, weights[cellOf(row, c.id)] ?? 0]);
  const shares: number[] = [];
  for (const { answer, share } of waysInRow(question, row, { [question.id]: weights }))
    shares[answer.length] = (shares[answer.length] ?? 0) + share;
  return shares.flatMap((share, n): [string, number][] =>
    share >= 0.005 ? [[n === 1 ? '1 column in a row' : `${n} columns in a row`, share]] : [],
  );
}

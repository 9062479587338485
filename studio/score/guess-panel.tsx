'use client';
/** What the guesses of the chosen question come to. */
import { PlainList, Strong } from '../../ui/text';
import type { ReactNode } from 'react';
import { modelOf } from '../../core/questions/registry';
import { guessedMix, weightsIn } from '../../core/rehearsal/mix';
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
          <PlainList>
            {(modelOf(question)?.told(question, weights) ?? []).map(([words, share]) => (
              <li key={words} style={{ display: 'flex', justifyContent: 'space-between', gap: 12, padding: '3px 0' }}>
                <span>{words}</span>
                <Strong>{Math.round(share * 100)}%</Strong>
              </li>
            ))}
          </PlainList>
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

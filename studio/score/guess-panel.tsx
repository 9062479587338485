'use client';
/** What the guesses of the chosen question come to. */
import type { ReactNode } from 'react';
import { guessedMix, weightsIn } from '../../core/rehearse/mix';
import { useQuiz } from '../document';
import type { GridRow } from './grid';

export function GuessPanel({ row, children }: { row: GridRow | undefined; children: ReactNode }) {
  const quiz = useQuiz();
  if (!row) return null;
  const { question } = row.of;
  const weights = weightsIn(guessedMix(quiz), question);
  const sum = weights ? Object.values(weights).reduce((a, b) => a + b, 0) : 0;
  return (
    <aside aria-label={`The guess for question ${row.number}`}>
      <h2 style={{ font: '700 24px/1.2 var(--heading)' }}>{row.name}</h2>
      <div style={{ borderTop: '1px solid var(--ink)', marginTop: 10, padding: '10px 0' }}>
        {question.kind !== 'choice' ? (
          <p>Visitors are rehearsed to answer this evenly.</p>
        ) : !weights ? (
          <p>How many of a hundred visitors choose each answer? Without a guess they answer evenly.</p>
        ) : (
          <ul style={{ listStyle: 'none' }}>
            {question.options.map((o) => (
              <li key={o.id} style={{ display: 'flex', justifyContent: 'space-between', gap: 12, padding: '3px 0' }}>
                <span>{o.text || o.picture?.text}</span>
                <b style={{ fontWeight: 600 }}>
                  {Math.round(((weights[o.id] ?? 0) / (question.pick === 'one' ? sum : 1)) * 100)}%
                </b>
              </li>
            ))}
          </ul>
        )}
      </div>
      {children}
    </aside>
  );
}

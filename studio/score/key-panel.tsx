'use client';
/** What the question of the chosen row is worth, beside its key. */
import { Muted } from '../../ui/text';
import type { ReactNode } from 'react';

import { isKeyed } from '../../core/questions/registry';
import { Choose } from '../../ui/controls';
import { useQuiz } from '../document';
import { studioKind } from '../questions/registry';
import { NumberField } from '../fields/number-field';
import { useBlockFields } from '../fields/use-fields';
import type { GridRow } from './cells';

type Props = { row: GridRow | undefined; children: ReactNode };

export const KeyPanel = ({ row, children }: Props) => row && <KeyOfRow row={row}>{children}</KeyOfRow>;

function KeyOfRow({ row, children }: Props & { row: GridRow }) {
  const quiz = useQuiz();
  const { question } = row.of;
  const { Key, typesKey } = studioKind(question);
  const { set } = useBlockFields(question);
  return (
    <aside aria-label={`The key of question ${row.number}`}>
      <h2 style={{ font: '700 24px/1.2 var(--heading)' }}>{row.name}</h2>
      <div style={{ borderTop: '1px solid var(--ink)', marginTop: 10, padding: '10px 0', lineHeight: '30px' }}>
        {isKeyed(question) ? (
          <>
            <NumberField
              label="Right is worth"
              after="marks"
              value={question.marks}
              placeholder="1"
              above={-1}
              onChange={(to) => set('marks', to)}
            />
            {', '}
            <NumberField
              label="wrong takes off"
              value={question.penalty}
              placeholder="0"
              above={-1}
              onChange={(to) => set('penalty', to)}
            />
            .
          </>
        ) : typesKey ? null : (
          <Muted>Nothing is right or wrong in this question. Mark an answer ● and it counts for marks.</Muted>
        )}
        {Key && <Key question={question} />}
        {isKeyed(question) && quiz.scales.some((s) => s.formula === undefined) && (
          <div>
            Its marks{' '}
            <Choose
              label="Which scale its marks count for"
              value={question.marksTo ?? ''}
              options={[
                { id: '', label: 'count as marks alone' },
                ...quiz.scales
                  .filter((s) => s.formula === undefined)
                  .map((s) => ({ id: s.id, label: `count for ${s.name} too` })),
              ]}
              onChange={(to) => set('marksTo', to || undefined)}
            />
            .
          </div>
        )}
      </div>
      {children}
    </aside>
  );
}

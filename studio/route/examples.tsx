'use client';
/** Ways kept as examples: walked again after each change, and saying when they come out otherwise. */
import { PlainList } from '../../ui/text';
import { useMemo } from 'react';
import type { Example, Quiz } from '../../core/schema/quiz';
import { comesTo, differences, exampleOf } from '../../core/flow/examples';
import type { Run } from '../../core/flow/run';
import { TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocumentStore } from '../document';
import { newId, setField } from '../edits/edits';
import { NameIt } from '../shared/name-dialog';

/** Keeps the way that is followed, by a name. */
export function KeepExample({ quiz, run }: { quiz: Quiz; run: Run }) {
  const store = useDocumentStore();
  const keep = (name: string) => {
    const item = exampleOf(quiz, run, { id: newId('e'), name });
    const after = quiz.examples?.at(-1)?.id ?? null;
    store.getState().edit({ name: 'keep-example', ops: [{ op: 'insert', at: [], list: 'examples', item, after }] });
  };
  return (
    <NameIt ask="Keep it as" label="Name of the example" onName={keep}>
      Keep this way as an example
    </NameIt>
  );
}

export function Examples({ quiz, onWay }: { quiz: Quiz; onWay: (way: string[]) => void }) {
  const examples = quiz.examples ?? [];
  if (examples.length === 0) return null;
  return (
    <section aria-label="Examples" style={{ borderTop: '1px solid var(--ink)', marginTop: 28, paddingTop: 10 }}>
      <h2 style={{ font: '700 18px/1.4 var(--heading)' }}>Examples</h2>
      <PlainList>
        {examples.map((example) => (
          <Line key={example.id} quiz={quiz} example={example} onWay={onWay} />
        ))}
      </PlainList>
    </section>
  );
}

function Line({ quiz, example, onWay }: { quiz: Quiz; example: Example; onWay: (way: string[]) => void }) {
  const store = useDocumentStore();
  const differs = useMemo(() => differences(quiz, example), [quiz, example]);
  const fits = !differs[0]?.startsWith('an answer of it no longer fits');
  const set = (to: Example['expect']) =>
    store.getState().edit(setField('expect', ['examples', example.id], ['expect'], example.expect, to));
  return (
    <li id={example.id} style={{ borderBottom: '1px solid var(--line)', padding: '8px 0', scrollMarginTop: 40 }}>
      <div style={{ display: 'flex', gap: 10, alignItems: 'baseline' }}>
        <Mark kind={differs.length ? 'no' : 'yes'} size={12} />
        <b style={{ flex: 1, fontWeight: 600, overflowWrap: 'anywhere' }}>{example.name}</b>
        {fits && (
          <TextButton $weight={500} onPress={() => onWay(comesTo(quiz, example).way)}>
            Show its way
          </TextButton>
        )}
        <TextButton
          $weight={400}
          aria-label={`Forget the example ${example.name}`}
          onPress={() =>
            store.getState().edit({
              name: 'forget-example',
              ops: [{ op: 'remove', at: [], list: 'examples', id: example.id }],
            })
          }
        >
          ✕
        </TextButton>
      </div>
      <p style={{ fontSize: 13, color: 'var(--ink-2)', paddingInlineStart: 22 }}>
        {differs.length === 0 ? (
          'Comes out as when it was kept.'
        ) : (
          <>
            Otherwise than when it was kept: {differs.join('; ')}.{' '}
            {fits && (
              <TextButton $weight={500} onPress={() => set(comesTo(quiz, example))}>
                So it should be
              </TextButton>
            )}
          </>
        )}
      </p>
    </li>
  );
}

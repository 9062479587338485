'use client';
/** Known values: what the quiz knows of a visitor without asking, and where it comes from. */
import { Plus, X } from 'lucide-react';
import type { Known, Quiz } from '../../core/schema/quiz';
import { knownName, knownParam } from '../../core/flow/carry';
import { Choose, LineInput, TextButton } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { addToList, newId, removeFromList, setField } from '../edits/edits';

export function KnownValues({ quiz }: { quiz: Quiz }) {
  const store = useDocumentStore();
  const set = (known: Known, field: 'name' | 'from' | 'param' | 'default', to: string, join?: string) =>
    store
      .getState()
      .edit(
        setField('set-known', ['known', known.id], [field], known[field], to || undefined),
        join && `${field} ${known.id}`,
      );
  return (
    <section aria-label="Known values" style={{ borderTop: '1px solid var(--ink)', marginTop: 24, paddingTop: 10 }}>
      <h2 style={{ font: '700 18px/1.4 var(--heading)' }}>Known without asking</h2>
      {quiz.known.length === 0 && (
        <p style={{ color: 'var(--ink-2)', margin: '4px 0' }}>
          Nothing yet. What stands in the address, what the page around says, or what an earlier quiz learned can be
          used in sentences here, in texts, and to fill in fields.
        </p>
      )}
      {quiz.known.map((known) => (
        <div key={known.id} style={{ margin: '8px 0', lineHeight: '30px' }}>
          <LineInput
            aria-label="Name of the known value"
            style={{ width: 130, fontWeight: 600 }}
            maxLength={60}
            placeholder={known.id}
            value={known.name ?? ''}
            onChange={(e) => set(known, 'name', e.target.value, 'join')}
          />{' '}
          comes from{' '}
          <Choose
            label={`Where ${knownName(known)} comes from`}
            value={known.from}
            options={[
              { id: 'address', label: 'the address' },
              { id: 'page', label: 'the page around it' },
              { id: 'quiz', label: 'an earlier quiz' },
            ]}
            onChange={(to) => set(known, 'from', to)}
          />{' '}
          as{' '}
          <LineInput
            aria-label={`What ${knownName(known)} is called there`}
            style={{ width: 110 }}
            maxLength={60}
            placeholder={knownParam(known)}
            value={known.param ?? ''}
            onChange={(e) => set(known, 'param', e.target.value, 'join')}
          />
          , and is{' '}
          <LineInput
            aria-label={`What ${knownName(known)} is where nothing is said`}
            style={{ width: 110 }}
            maxLength={300}
            placeholder="empty"
            value={known.default ?? ''}
            onChange={(e) => set(known, 'default', e.target.value, 'join')}
          />{' '}
          where nothing is said.{' '}
          <TextButton
            aria-label={`Forget ${knownName(known)}`}
            onPress={() => store.getState().edit(removeFromList([], 'known', known.id))}
          >
            <X size={13} />
          </TextButton>
        </div>
      ))}
      <TextButton
        onPress={() => {
          const n = quiz.known.length + 1;
          const item: Known = { id: newId('k'), name: `Value ${n}`, from: 'address', param: `value-${n}` };
          store.getState().edit(addToList([], 'known', quiz.known.at(-1)?.id ?? null, [item]));
        }}
      >
        <Plus size={15} /> Add a known value
      </TextButton>
    </section>
  );
}

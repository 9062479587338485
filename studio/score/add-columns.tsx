'use client';
import { Plus } from 'lucide-react';
import { TextButton } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { measuresOf } from '../edits/measures';
import { addOutcome, addScale } from '../edits/weigh-edits';

export function AddColumns({ onAdded, onKey }: { onAdded: (index: number, id: string) => void; onKey?: () => void }) {
  const store = useDocumentStore();
  const add = (what: 'scale' | 'outcome') => {
    const { quiz, edit } = store.getState();
    const made = what === 'scale' ? addScale(quiz) : addOutcome(quiz);
    edit(made.edit);
    const id = 'scale' in made ? made.scale.id : made.outcome.id;
    onAdded(
      measuresOf(store.getState().quiz).findIndex((t) => t.id === id),
      id,
    );
  };
  return (
    <span style={{ display: 'flex', gap: 18 }}>
      {onKey && (
        <TextButton onPress={onKey}>
          <Plus size={15} /> Right answers
        </TextButton>
      )}
      <TextButton onPress={() => add('scale')}>
        <Plus size={15} /> Scale
      </TextButton>
      <TextButton onPress={() => add('outcome')}>
        <Plus size={15} /> Outcome
      </TextButton>
    </span>
  );
}

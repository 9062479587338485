'use client';
/** What is forgiven in words that a visitor types. */
import type { Question } from '../../core/schema/quiz';
import { Choose, Toggle } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { placeOfBlock, setField } from '../edits/edits';
import { Small } from '../shared/sheet';

/** Capitals, spaces and quotation marks are always forgiven; what else is, is chosen here. */
export function Forgiven({ question }: { question: Extract<Question, { kind: 'text' | 'gaps' | 'spots' }> }) {
  const store = useDocumentStore();
  const set = (field: string[], was: unknown, to: unknown) =>
    store.getState().edit(setField('set-forgiven', placeOfBlock(store.getState().quiz, question.id), field, was, to));
  const { fold: folding = {} } = question;
  const folds = (part: object) => {
    const next = Object.fromEntries(Object.entries({ ...folding, ...part }).filter(([, v]) => v));
    set(['fold'], question.fold, Object.keys(next).length ? next : undefined);
  };
  return (
    <Small style={{ gap: '4px 16px' }}>
      <span>Capitals and spaces do not matter. Also forgiven:</span>
      <Toggle selected={folding.accents ?? false} onChange={(accents) => folds({ accents })}>
        accents
      </Toggle>
      <Toggle selected={folding.punctuation ?? false} onChange={(punctuation) => folds({ punctuation })}>
        punctuation
      </Toggle>
      <Choose
        label="Typing slips"
        value={String(folding.slips ?? 0)}
        options={[
          { id: '0', label: 'no typing slip' },
          { id: '1', label: 'one typing slip' },
          { id: '2', label: 'two typing slips' },
          { id: '3', label: 'three typing slips' },
        ]}
        onChange={(to) => folds({ slips: Number(to) })}
      />
      <Toggle
        selected={question.reviewRest ?? false}
        onChange={(to) => set(['reviewRest'], question.reviewRest, to || undefined)}
      >
        I read what is left
      </Toggle>
    </Small>
  );
}

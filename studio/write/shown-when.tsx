'use client';
/** On what a single block depends: shown to everybody, or only under a condition. */
import type { Condition } from '../../core/schema/quiz';
import { conditionWords } from '../../core/conditions/describe';
import { TextButton } from '../../ui/controls';
import { useDocument, useDocumentStore, useQuiz } from '../document';
import { placeOfBlock, setField } from '../edits/edits';
import { ConditionSentence } from '../shared/condition';
import { firstTest } from '../shared/subjects';

export function ShownWhen({ block, page, value }: { block: string; page: string; value: Condition | undefined }) {
  const store = useDocumentStore();
  const quiz = useQuiz();
  const set = (to: Condition | undefined, join?: string) =>
    store
      .getState()
      .edit(
        setField('show-block-if', placeOfBlock(store.getState().quiz, block), ['showIf'], value, to),
        join && `show ${block} ${join}`,
      );
  if (value === undefined)
    return (
      <TextButton $weight={500} onPress={() => set(firstTest(quiz, page, block))}>
        Show it only when …
      </TextButton>
    );
  return (
    <div style={{ lineHeight: '26px' }}>
      Shown only when <ConditionSentence quiz={quiz} page={page} above={block} value={value} onChange={set} />.{' '}
      <TextButton $weight={500} onPress={() => set(undefined)}>
        Always show it
      </TextButton>
    </div>
  );
}

/** The same in a few words, for the margin. */
export function ShownNote({ value }: { value: Condition }) {
  const words = useDocument((s) => conditionWords(s.quiz, value));
  return <span>only when {words}</span>;
}

'use client';
import { nameOf, questionsOf } from '../../core/document/lookup';
import { isDrawn } from '../../core/blocks/chart';
import { Choose } from '../../ui/controls';
import { useDocumentStore, useQuiz } from '../document';
import { placeOfBlock, setFields } from '../edits/edits';
import { TextField } from '../fields/text-field';
import { useBlockFields } from '../fields/use-fields';
import type { Of, StudioBlock } from './kind';
import { Stack } from './stack';

type Chart = Of<'chart'>;

function ChartBody({ block }: { block: Chart }) {
  const quiz = useQuiz();
  const store = useDocumentStore();
  const { words } = useBlockFields(block);
  const subjects: { id: string; label: string; is: Pick<Chart, 'question' | 'topic'> }[] = [
    ...questionsOf(quiz)
      .filter(isDrawn)
      .map((q) => ({ id: `question ${q.id}`, label: nameOf(q), is: { question: q.id, topic: undefined } })),
    ...quiz.topics.map((t) => ({
      id: `topic ${t.id}`,
      label: `in ${t.name}, in fifths of the marks`,
      is: { question: undefined, topic: t.id },
    })),
  ];
  const now = subjects.find(({ is }) => is.question === block.question && is.topic === block.topic);
  return (
    <Stack>
      <TextField label="Title of the chart" placeholder="A title, if you like; else the question" {...words('title')} />
      <div className="inline">
        How others answered{' '}
        <Choose
          label="Which question or topic"
          value={now?.id ?? ''}
          options={[...(now ? [] : [{ id: '', label: 'choose one' }]), ...subjects]}
          onChange={(to) => {
            const subject = subjects.find(({ id }) => id === to);
            const at = placeOfBlock(store.getState().quiz, block.id);
            if (subject) store.getState().edit(setFields('set-chart', at, block, subject.is));
          }}
        />
        .
      </div>
    </Stack>
  );
}

export const chart: StudioBlock<Chart> = { Body: ChartBody };

'use client';
import { useQuiz } from '../document';
import { TextField } from '../fields/text-field';
import { useBlockFields } from '../fields/use-fields';
import { CarryPart, QuizChoice } from '../shared/hand-over';
import { usePublication } from '../shared/publication';
import type { Of, StudioBlock } from './kind';
import { Stack } from './stack';

export const handOver: StudioBlock<Of<'hand-over'>> = {
  Body({ block }) {
    const quiz = useQuiz();
    const { live } = usePublication();
    const { set, words } = useBlockFields(block);
    return (
      <Stack>
        <div>
          On to <QuizChoice value={block.quiz} onChange={(to) => set('quiz', to)} />
        </div>
        <TextField label="Words on the button" placeholder="Go on" {...words('button')} />
        <CarryPart
          quiz={quiz}
          to={live.quizzes.find((q) => q.id === block.quiz)}
          value={block.carry}
          onChange={(carry) => set('carry', carry)}
        />
      </Stack>
    );
  },
};

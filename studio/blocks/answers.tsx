'use client';
import { Toggle } from '../../ui/controls';
import { TextField } from '../fields/text-field';
import { useBlockFields } from '../fields/use-fields';
import type { Of, StudioBlock } from './kind';
import { Stack } from './stack';

export const answers: StudioBlock<Of<'answers'>> = {
  Body({ block }) {
    const { words, flag } = useBlockFields(block);
    return (
      <Stack>
        <TextField label="Title of the answers" placeholder="A title, if you like" {...words('title')} />
        <span className="note">What the visitor answered, and whether it was right. Also:</span>
        <div className="choices">
          <Toggle {...flag('right')}>what would be right</Toggle>
          <Toggle {...flag('marks')}>the marks</Toggle>
          <Toggle {...flag('explanations')}>the explanations</Toggle>
        </div>
      </Stack>
    );
  },
};

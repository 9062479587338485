'use client';
import { RichField } from '../fields/rich-field';
import { TextField } from '../fields/text-field';
import { useBlockFields } from '../fields/use-fields';
import type { Of, StudioBlock } from './kind';
import { Stack } from './stack';

export const share: StudioBlock<Of<'share'>> = {
  Body({ block }) {
    const { set, words } = useBlockFields(block);
    return (
      <Stack>
        <RichField
          label="What is shared with the address"
          value={block.text}
          placeholder="A line to go with the address"
          onChange={(to) => set('text', to)}
        />
        <TextField label="Words on the button" placeholder="Share this quiz" {...words('button')} />
      </Stack>
    );
  },
};

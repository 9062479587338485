'use client';
import { Choose } from '../../ui/controls';
import { Faint } from '../../ui/text';
import { TextField } from '../fields/text-field';
import { useBlockFields } from '../fields/use-fields';
import type { Of, StudioBlock } from './kind';
import { Stack } from './stack';

export const standing: StudioBlock<Of<'standing'>> = {
  Body({ block, quiz }) {
    const { set, words } = useBlockFields(block);
    return (
      <Stack>
        <TextField label="Title of how one stands" placeholder="A title, if you like" {...words('title')} />
        <div className="inline">
          Higher than how many of a hundred in{' '}
          <Choose
            label="Which score"
            value={block.of}
            options={[{ id: 'marks', label: 'marks' }, ...quiz.scales.map((s) => ({ id: s.id, label: s.name }))]}
            onChange={(to) => set('of', to)}
          />
          .
        </div>
        <Faint>It is told once thirty visitors have finished.</Faint>
      </Stack>
    );
  },
};

'use client';
import { Choose } from '../../ui/controls';
import { TextField } from '../fields/text-field';
import { useBlockFields } from '../fields/use-fields';
import type { Of, StudioBlock } from './kind';
import { Stack } from './stack';

export const topics: StudioBlock<Of<'topics'>> = {
  Body({ block, quiz }) {
    const { set, words } = useBlockFields(block);
    return (
      <Stack>
        <TextField label="Title of the score by topic" placeholder="A title, if you like" {...words('title')} />
        <div className="inline">
          For each topic, the{' '}
          <Choose
            label="Which score"
            value={block.of}
            options={[{ id: 'marks', label: 'marks' }, ...quiz.scales.map((s) => ({ id: s.id, label: s.name }))]}
            onChange={(to) => set('of', to)}
          />{' '}
          in{' '}
          <Choose
            label="In which unit"
            value={block.unit ?? 'percent'}
            options={[
              { id: 'percent', label: 'percent' },
              { id: 'points', label: 'points' },
              ...(block.of === 'marks' ? [{ id: 'right' as const, label: 'questions right' }] : []),
            ]}
            onChange={(to) => set('unit', to)}
          />
          .
        </div>
      </Stack>
    );
  },
};

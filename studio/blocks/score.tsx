'use client';
import { Faint } from '../../ui/text';
import { Toggle } from '../../ui/controls';
import { TextField } from '../fields/text-field';
import { useBlockFields } from '../fields/use-fields';
import type { Of, StudioBlock } from './kind';
import { Stack } from './stack';

export const score: StudioBlock<Of<'score'>> = {
  Body({ block, quiz }) {
    const { set, words } = useBlockFields(block);
    const all = [{ id: 'marks', name: 'Marks' }, ...quiz.scales];
    const show = (scale: string, on: boolean) =>
      set(
        'scales',
        on
          ? all.map((s) => s.id).filter((id) => id === scale || block.scales.includes(id))
          : block.scales.filter((id) => id !== scale),
      );
    return (
      <Stack>
        <TextField label="Title of the score" placeholder="A title, if you like" {...words('title')} />
        <div className="choices">
          {all.map((s) => (
            <Toggle key={s.id} selected={block.scales.includes(s.id)} onChange={(on) => show(s.id, on)}>
              {s.name}
            </Toggle>
          ))}
          {quiz.scales.length === 0 && (
            <Faint>There is no scale yet. Answers add to one from the margin, or in Score.</Faint>
          )}
        </div>
      </Stack>
    );
  },
};

'use client';
import { verdictKind } from '../../core/verdicts/registry';
import { Choose } from '../../ui/controls';
import { Faint } from '../../ui/text';
import { TextField } from '../fields/text-field';
import { useBlockFields } from '../fields/use-fields';
import type { Of, StudioBlock } from './kind';
import { Stack } from './stack';

export const why: StudioBlock<Of<'why'>> = {
  Body({ block, quiz }) {
    const { set, words } = useBlockFields(block);
    const verdict = quiz.verdicts.find(({ id }) => id === block.verdict);
    const kind = verdict && verdictKind(verdict);
    return (
      <Stack>
        <TextField
          label="Title of what spoke for it"
          placeholder="A title, if you like; else “What spoke for it”"
          {...words('title')}
        />
        <div className="inline">
          The visitor’s answers that spoke most for{' '}
          <Choose
            label="Which verdict"
            value={block.verdict}
            options={[
              ...(verdict ? [] : [{ id: block.verdict, label: 'choose one' }]),
              ...quiz.verdicts.map(({ id, name }) => ({ id, label: name })),
            ]}
            onChange={(to) => set('verdict', to)}
          />
          , in their own words.
        </div>
        <Faint>
          {kind && !kind.tallies && !kind.measure
            ? 'No points decide this verdict: nothing stands here.'
            : 'What is right or wrong is not told here.'}
        </Faint>
      </Stack>
    );
  },
};

'use client';
import { RichField } from '../fields/rich-field';
import { TextField } from '../fields/text-field';
import { useBlockFields } from '../fields/use-fields';
import type { Of, StudioBlock } from './kind';
import { Stack } from './stack';

export const certificate: StudioBlock<Of<'certificate'>> = {
  Body({ block }) {
    const { set, words } = useBlockFields(block);
    return (
      <Stack>
        <TextField label="Title of the certificate" placeholder="Certificate" {...words('title')} />
        <RichField
          label="What the certificate says"
          value={block.body}
          placeholder="Put in the visitor’s name and what they reached"
          onChange={(to) => set('body', to)}
        />
        <TextField label="Words on the button" placeholder="Get the certificate" {...words('button')} />
        <span className="note">Visitors get it as a sheet to print, with the day they finished.</span>
      </Stack>
    );
  },
};

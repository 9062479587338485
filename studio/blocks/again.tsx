'use client';
import { TextField } from '../fields/text-field';
import { useBlockFields } from '../fields/use-fields';
import type { Of, StudioBlock } from './kind';

export const again: StudioBlock<Of<'again'>> = {
  Body: ({ block }) => (
    <TextField label="Words on the button" placeholder="Take it again" {...useBlockFields(block).words('button')} />
  ),
};

'use client';
import { RichField } from '../fields/rich-field';
import { useBlockFields } from '../fields/use-fields';
import type { Of, StudioBlock } from './kind';

export const words: StudioBlock<Of<'words'>> = {
  Body({ block }) {
    const { set } = useBlockFields(block);
    return <RichField label="Text" value={block.body} onChange={(to) => set('body', to)} />;
  },
};

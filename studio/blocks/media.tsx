'use client';
import { placeOfBlock } from '../edits/edits';
import { useDocumentStore } from '../document';
import { PictureButton } from '../fields/picture';
import { RecordingButton } from '../fields/recording';
import type { Of, StudioBlock } from './kind';

export const media: StudioBlock<Of<'media'>> = {
  Body({ block }) {
    const store = useDocumentStore();
    const at = () => placeOfBlock(store.getState().quiz, block.id);
    return (
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 12, alignItems: 'end' }}>
        <PictureButton at={at} picture={block.picture} of="the page" large />
        <RecordingButton at={at} field={[]} media={block} of="the page" />
      </div>
    );
  },
};

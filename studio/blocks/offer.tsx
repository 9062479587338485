'use client';
import { useDocumentStore } from '../document';
import { placeOfBlock } from '../edits/edits';
import { OfferFields } from '../fields/offer-fields';
import type { Of, StudioBlock } from './kind';

export const offer: StudioBlock<Of<'offer'>> = {
  Body({ block }) {
    const store = useDocumentStore();
    const at = () => placeOfBlock(store.getState().quiz, block.id);
    return <OfferFields offer={block.offer} label="The offer" name={`prompt ${block.id}`} of={block.id} at={at} />;
  },
};

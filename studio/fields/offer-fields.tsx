'use client';
/** An offer: its words, the words on its button, and where that leads. */
import styled from 'styled-components';
import type { Place } from '../../core/document/edits';
import type { Offer } from '../../core/schema/quiz';
import { LineInput } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { setField } from '../edits/edits';
import { PictureButton } from './picture';
import { TextField } from './text-field';

const Lines = styled.div`
  display: grid;
  gap: 8px;
  label {
    font-size: 13px;
    color: var(--ink-2);
    display: grid;
    grid-template-columns: 72px 1fr;
    align-items: center;
  }
`;

type Props = {
  offer: Offer;
  label: string;
  /** Names its first field for `useFocusLater`. */
  name?: string;
  /** Id of what has the offer. */
  of: string;
  /** Where that stands by then. */
  at: () => Place;
};

export function OfferFields({ offer, label, name, of, at }: Props) {
  const store = useDocumentStore();
  const set = (field: 'text' | 'button' | 'url', to: string) =>
    store.getState().edit(setField('set-offer', at(), ['offer', field], offer[field], to), `offer.${field} ${of}`);
  return (
    <Lines>
      <TextField
        label={label}
        {...(name ? { field: name } : {})}
        value={offer.text}
        placeholder="What is offered"
        onChange={(to) => set('text', to)}
      />
      <PictureButton at={at} field={['offer', 'picture']} picture={offer.picture} of="the offer" />
      <label>
        Button
        <LineInput value={offer.button} maxLength={200} onChange={(e) => set('button', e.target.value)} />
      </label>
      <label>
        Leads to
        <LineInput
          type="url"
          value={offer.url}
          maxLength={2000}
          placeholder="https://"
          onChange={(e) => set('url', e.target.value)}
        />
      </label>
    </Lines>
  );
}

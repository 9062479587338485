'use client';
/** An offer: its words, the words on its button, and where that leads. */
import type { Place } from '../../core/document/edits';
import type { Offer } from '../../core/schema/quiz';
import { LineInput } from '../../ui/controls';
import { TextField } from '../shared/text-field';
import { PictureButton } from '../shared/picture';

const line = {
  fontSize: 13,
  color: 'var(--ink-2)',
  display: 'grid',
  gridTemplateColumns: '72px 1fr',
  alignItems: 'center',
} as const;

export function OfferFields({
  offer,
  label,
  field,
  at,
  set,
}: {
  offer: Offer;
  label: string;
  /** Names its first field for `useFocusLater`. */
  field?: string;
  at: Place;
  set: (field: string[], was: unknown, to: unknown) => void;
}) {
  return (
    <div style={{ display: 'grid', gap: 8 }}>
      <TextField
        label={label}
        {...(field ? { field } : {})}
        value={offer.text}
        placeholder="What is offered"
        onChange={(to) => set(['offer', 'text'], offer.text, to)}
      />
      <PictureButton at={() => at} field={['offer', 'picture']} picture={offer.picture} of="the offer" />
      <label style={line}>
        Button
        <LineInput
          value={offer.button}
          maxLength={200}
          onChange={(e) => set(['offer', 'button'], offer.button, e.target.value)}
        />
      </label>
      <label style={line}>
        Leads to
        <LineInput
          type="url"
          value={offer.url}
          maxLength={2000}
          placeholder="https://"
          onChange={(e) => set(['offer', 'url'], offer.url, e.target.value)}
        />
      </label>
    </div>
  );
}

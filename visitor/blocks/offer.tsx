import type { Offer } from '../../core/schema/quiz';
import type { BlockProps } from './kind';

export function OfferPart({ offer, at, onTake }: { offer: Offer; at: string | undefined; onTake: () => void }) {
  return (
    <div className="v-offer">
      {offer.picture && <img src={offer.picture.src} alt={offer.picture.text} width={640} height={320} />}
      <span>{offer.text}</span>
      <a href={at ?? offer.url} target="_blank" rel="noopener noreferrer" onClick={onTake}>
        {offer.button}
      </a>
    </div>
  );
}

export const OfferBlock = ({ block, offerAt, onOffer }: BlockProps<'offer'>) => (
  <OfferPart offer={block.offer} at={offerAt?.(block.id)} onTake={() => onOffer?.(block.id)} />
);

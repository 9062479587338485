import type { OutcomeView } from '../../core/flow/view';
import { Rich } from '../../ui/rich';
import { useWords } from '../languages/words';
import type { BlockProps } from './kind';
import { OfferPart } from './offer';

/** What a visitor turns out to be. */
export function VerdictBlock({ block, onOffer, offerAt }: BlockProps<'verdict'>) {
  const { say } = useWords();
  return (
    <>
      {block.waiting !== undefined && (
        <p className="v-held" role="status">
          {say('provisional', { n: block.waiting })}
        </p>
      )}
      {block.outcomes.map((outcome) => (
        <OutcomePart key={outcome.id} outcome={outcome} onOffer={onOffer} offerAt={offerAt} />
      ))}
    </>
  );
}

function OutcomePart({
  outcome,
  onOffer,
  offerAt,
}: { outcome: OutcomeView } & Pick<BlockProps, 'onOffer' | 'offerAt'>) {
  return (
    <section className="v-outcome">
      {outcome.picture && <img src={outcome.picture.src} alt={outcome.picture.text} width={640} height={320} />}
      {outcome.headline !== outcome.name && <p className="v-kicker">{outcome.name}</p>}
      <h2 tabIndex={-1} data-heading style={outcome.headline === outcome.name ? { marginTop: 20 } : undefined}>
        {outcome.headline}
      </h2>
      <div className="v-words">
        <Rich text={outcome.body} />
      </div>
      {outcome.offer && (
        <OfferPart offer={outcome.offer} at={offerAt?.(outcome.id)} onTake={() => onOffer?.(outcome.id)} />
      )}
    </section>
  );
}

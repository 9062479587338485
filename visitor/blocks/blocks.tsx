/** The blocks of a page: questions, words, and all that stands on a result. */
import { type ReactNode, useState } from 'react';
import type { Offer } from '../../core/schema/quiz';
import type { BlockView, LookedOver, OutcomeView, ReviewLine } from '../../core/flow/view';
import { dayIn } from '../../core/text/language';
import { Mark } from '../../ui/marks';
import { Rich } from '../../ui/rich';
import { ContactForm } from './contact-form';
import { Media } from '../questions/parts';
import { QuestionOf } from '../questions/registry';
import type { Values } from '../questions/values';
import { useWords } from '../languages/words';

type BlockProps = {
  block: BlockView;
  values: Values;
  fault: (block: string, field?: string) => string | undefined;
  onChange: (values: Values) => void;
  onAgain: () => void;
  onOffer?: (outcome: string) => void;
  /** Where an offer is counted on the way to it, in a browser without scripts. */
  offerAt?: (id: string) => string;
  /** Back to a page, to change an answer that is looked over. */
  onRevise?: (page: string) => void;
  /** Fetches the certificate of a block. */
  onCertificate?: (block: string) => Promise<void>;
};

export function BlockOf({
  block,
  values,
  fault,
  onChange,
  onAgain,
  onOffer,
  offerAt,
  onRevise,
  onCertificate,
}: BlockProps): ReactNode {
  const { say } = useWords();
  const answer = (value: Values['answers'][string]) =>
    onChange({ ...values, answers: { ...values.answers, [block.id]: value } });
  if ('required' in block)
    return <QuestionOf block={block} answer={values.answers[block.id]} fault={fault(block.id)} onAnswer={answer} />;
  switch (block.kind) {
    case 'contact':
      return (
        <ContactForm
          block={block}
          given={values.contact[block.id] ?? { fields: {}, consent: false }}
          fault={(field) => fault(block.id, field)}
          onChange={(contact) => onChange({ ...values, contact: { ...values.contact, [block.id]: contact } })}
        />
      );
    case 'words':
      return (
        <div className="v-words">
          <Rich text={block.body} />
        </div>
      );
    case 'media':
      return (
        <figure className="v-media">
          <Media media={block} />
        </figure>
      );
    case 'offer':
      return <OfferPart offer={block.offer} at={offerAt?.(block.id)} onTake={() => onOffer?.(block.id)} />;
    case 'verdict':
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
    case 'score':
    case 'topics':
      return (
        <>
          {block.title && <h2 className="v-title">{block.title}</h2>}
          <ul className="v-scales">
            {block.lines.map((line) => (
              <li key={line.id}>
                <span>
                  {line.name || say('marks')} <b>{line.points}</b>
                </span>
                {line.percent !== null && <Bar percent={line.percent} />}
              </li>
            ))}
          </ul>
        </>
      );
    case 'answers':
      return (
        <>
          {block.title && <h2 className="v-title">{block.title}</h2>}
          <Review lines={block.lines} />
        </>
      );
    case 'share':
      return <SharePart text={block.text} button={block.button} shared={block.shared} />;
    case 'chart':
      return <OthersPart block={block} />;
    case 'certificate':
      return <CertificatePart block={block} onFetch={onCertificate} />;
    case 'hand-over':
      return (
        <a
          className="v-on-to"
          href={block.url}
          aria-disabled={block.url === undefined || undefined}
          onClick={(event) => {
            // What stands in a page stays there, with the page it stands in.
            const here = new URLSearchParams(location.search).get('in');
            if (block.url === undefined || here === null) return;
            event.preventDefault();
            location.assign(`${block.url}&in=${encodeURIComponent(here)}`);
          }}
        >
          {block.button || say('goOn')} <span aria-hidden="true">→</span>
        </a>
      );
    case 'held-back':
      return <HeldBackPart block={block} />;
    case 'look-over':
      return <LookOverPart lines={block.lines} onRevise={onRevise} />;
    case 'again':
      return (
        <button
          type="submit"
          name="do"
          value="again"
          formNoValidate
          className="v-skip"
          style={{ paddingInlineStart: 0 }}
          onClick={(event) => {
            event.preventDefault();
            onAgain();
          }}
        >
          {block.button || say('again')}
        </button>
      );
  }
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

const Bar = ({ percent }: { percent: number }) => (
  <i className="v-bar" aria-hidden="true">
    <b style={{ width: `${Math.max(0, Math.min(100, percent))}%` }} />
  </i>
);

const signs = { right: 'yes', partly: 'maybe', wrong: 'no', waiting: 'not-yet' } as const;

/** Questions looked at afterwards: what was given, whether it was right, and why. */
export function Review({ lines }: { lines: ReviewLine[] }) {
  const { say, language } = useWords();
  const said = (line: ReviewLine, words: string) => (line.isDay ? dayIn(language, words) : words);
  return (
    <ol className="v-review">
      {lines.map((line) => (
        <li key={line.id}>
          <h3>{line.prompt}</h3>
          <p data-state={line.state ?? undefined}>
            {line.state && (
              <span className="v-state">
                <Mark kind={signs[line.state]} size={13} plain /> {say(line.state)}
              </span>
            )}{' '}
            {said(line, line.given) || say('leftEmpty')}
            {line.marks && <small> {line.marks}</small>}
          </p>
          {line.right && (
            <p>
              {say('rightIs')} <b>{said(line, line.right)}</b>
            </p>
          )}
          {line.explanations?.map((text, i) => (
            <div className="v-words v-hint" key={i}>
              <Rich text={text} />
            </div>
          ))}
          <Media media={line.media} />
        </li>
      ))}
    </ol>
  );
}

function LookOverPart({ lines, onRevise }: { lines: LookedOver[]; onRevise: BlockProps['onRevise'] }) {
  const { say, language } = useWords();
  return (
    <>
      <h2 className="v-prompt" tabIndex={-1} data-heading>
        {say('lookOver')}
      </h2>
      <ol className="v-review">
        {lines.map((line) => (
          <li key={line.id} className="v-looked">
            <div>
              <h3>{line.prompt}</h3>
              <p>{(line.isDay ? dayIn(language, line.given) : line.given) || say('leftEmpty')}</p>
            </div>
            {onRevise && (
              <button
                type="submit"
                formNoValidate
                name="do"
                value={`change ${line.page}`}
                className="v-skip"
                aria-label={say('changeOf', { what: line.prompt })}
                onClick={(event) => {
                  event.preventDefault();
                  onRevise(line.page);
                }}
              >
                {say('change')}
              </button>
            )}
          </li>
        ))}
      </ol>
    </>
  );
}

/** How others answered, as bars under their words. */
function OthersPart({ block }: { block: Extract<BlockView, { kind: 'chart' }> }) {
  const { say } = useWords();
  const { answered = 0, options = {} } = block.others ?? {};
  return (
    <section>
      <h2 className="v-title">{block.title || block.prompt}</h2>
      <ul className="v-scales">
        {block.options.map((o) => {
          const percent = answered ? ((options[o.id] ?? 0) / answered) * 100 : 0;
          return (
            <li key={o.id}>
              <span>
                {o.text || o.picture?.text || say('somethingElse')} <b>{Math.round(percent)} %</b>
              </span>
              <Bar percent={percent} />
            </li>
          );
        })}
      </ul>
      <p className="v-hint">{say('others', { n: answered })}</p>
    </section>
  );
}

function CertificatePart({
  block,
  onFetch,
}: {
  block: Extract<BlockView, { kind: 'certificate' }>;
  onFetch: BlockProps['onCertificate'];
}) {
  const { say } = useWords();
  const [state, setState] = useState<'idle' | 'busy' | 'failed'>('idle');
  return (
    <section className="v-certificate">
      <h2 className="v-title">{block.title || say('certificateFor')}</h2>
      <div className="v-words">
        <Rich text={block.body} />
      </div>
      <button
        type="button"
        className="v-next"
        aria-busy={state === 'busy'}
        disabled={!onFetch}
        onClick={() => {
          setState('busy');
          onFetch?.(block.id).then(
            () => setState('idle'),
            () => setState('failed'),
          );
        }}
      >
        {state === 'busy' ? say('sending') : block.button || say('certificate')}
      </button>
      <span role="status">{state === 'failed' ? say('lost') : ''}</span>
    </section>
  );
}

/** Hands the address on: by the device's own sheet where it has one, else by the clipboard. */
function SharePart({ text, button, shared }: { text: string; button: string; shared: string | undefined }) {
  const { say } = useWords();
  const [done, setDone] = useState('');
  const share = async () => {
    // The quiz itself, and not this pass through it.
    const mark = shared === undefined ? '' : `?shared=${encodeURIComponent(shared)}`;
    const url = `${location.origin}${location.pathname}${mark}`;
    try {
      if (typeof navigator.share === 'function') await navigator.share({ text, url });
      else {
        await navigator.clipboard.writeText([text, url].filter(Boolean).join(' '));
        setDone(say('copied'));
      }
    } catch {
      // Whoever closes the sheet has thought better of it.
    }
  };
  return (
    <div className="v-share">
      <button type="button" className="v-skip" style={{ paddingInlineStart: 0 }} onClick={() => void share()}>
        {button || say('share')}
      </button>
      <span role="status">{done}</span>
    </div>
  );
}

/** That there is a result, and when and how it comes. */
function HeldBackPart({ block: { until, mail } }: { block: Extract<BlockView, { kind: 'held-back' }> }) {
  const { say, language } = useWords();
  const when = (iso: string) =>
    new Intl.DateTimeFormat(language, { dateStyle: 'long', timeStyle: 'short' }).format(new Date(iso));
  return (
    <div className="v-words">
      <h2 className="v-prompt" tabIndex={-1} data-heading>
        {say('heldBack')}
      </h2>
      {/* In the visitor's own time, which the server does not know. */}
      <p suppressHydrationWarning>
        {until === 'released' ? say('heldUntilReleased') : say('heldUntil', { when: when(until) })}
      </p>
      <p>
        {mail !== undefined && `${say('heldMail', { mail })} `}
        {say('heldHere')}
      </p>
    </div>
  );
}

function OfferPart({ offer, at, onTake }: { offer: Offer; at: string | undefined; onTake: () => void }) {
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

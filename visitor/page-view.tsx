'use client';
/** One page of a quiz as a visitor sees it: in the page, in the studio's live view and in the preview alike. */
import { type ReactNode, useEffect, useId, useRef, useState } from 'react';
import type { Offer } from '../core/quiz/schema';
import type { BlockView, ContactView, OutcomeView, ReviewLine, View } from '../core/run/view';
import type { Refusal } from '../core/run/faults';
import { Rich } from '../ui/rich';
import { Wrong, Media } from './questions/parts';
import { QuestionOf } from './questions/question';
import { type ContactValues, missing, type Values } from './values';
import { words } from './words';

type Props = {
  view: View;
  values: Values;
  faults: Refusal[];
  busy?: boolean;
  trouble?: ReactNode;
  /** Whether the heading takes the focus when the page changes; not in the studio, where somebody is typing elsewhere. */
  takeFocus?: boolean;
  onChange: (values: Values) => void;
  onNext: () => void;
  onSkip: (block: string) => void;
  onBack: () => void;
  onAgain: () => void;
  onOffer?: (outcome: string) => void;
};

export function PageView({
  view,
  values,
  faults,
  busy,
  trouble,
  takeFocus,
  onChange,
  onNext,
  onSkip,
  onBack,
  onAgain,
  onOffer,
}: Props) {
  const panel = useRef<HTMLFormElement>(null);
  const page = view.page;
  const shownBefore = useRef(page?.id);
  useEffect(() => {
    if (!takeFocus || shownBefore.current === page?.id) return;
    shownBefore.current = page?.id;
    panel.current?.querySelector<HTMLElement>('[data-heading]')?.focus({ preventScroll: true });
  }, [page?.id, takeFocus]);

  const todo = missing(view, values);
  const blocks = page?.blocks ?? [];
  const asks = blocks.some((b) => b.kind === 'contact' || 'required' in b);
  const isResult = page === null || page.stage === 'result';
  const lastAsk = view.progress.at + 1 >= view.progress.of;
  const button = page?.button || (asks ? (lastAsk ? words.seeResult : words.next) : words.start);
  const skippable = blocks.find((b): b is ContactView => b.kind === 'contact' && b.skippable);
  // A result page is left only where it asks for something.
  const leaves = !isResult || asks;
  const { at, of } = view.progress;
  const fault = (block: string, field?: string) => faults.find((f) => f.block === block && f.field === field)?.message;

  return (
    <form
      className="v-panel"
      data-look={view.quiz.look}
      ref={panel}
      noValidate
      lang={view.quiz.language}
      dir={/^(ar|fa|he|ur)\b/.test(view.quiz.language) ? 'rtl' : 'ltr'}
      onSubmit={(event) => {
        event.preventDefault();
        if (todo)
          panel.current?.querySelector<HTMLElement>(`[data-block="${todo.block}"] :is(input, textarea)`)?.focus();
        onNext();
      }}
    >
      {view.quiz.progress && !isResult && (
        <div
          className="v-progress"
          role="progressbar"
          aria-label="Progress"
          aria-valuemin={0}
          aria-valuemax={of}
          aria-valuenow={at}
        >
          <span style={{ width: `${of ? (at / of) * 100 : 0}%` }} />
        </div>
      )}
      <div className="v-inside">
        {!isResult && asks && (
          <div className="v-top">
            <span>{view.quiz.title}</span>
            {view.quiz.progress && <span>{words.of(Math.min(at + 1, of), of)}</span>}
          </div>
        )}
        <div role="alert">{trouble && <p className="v-trouble">{trouble}</p>}</div>
        {blocks.map((block) => (
          <div className="v-block" key={block.id} data-block={block.id}>
            <BlockOf
              block={block}
              values={values}
              fault={fault}
              onChange={onChange}
              onAgain={onAgain}
              onOffer={onOffer}
            />
          </div>
        ))}
        {page === null && (
          <p className="v-prompt" tabIndex={-1} data-heading>
            {words.thanks}
          </p>
        )}
        {leaves && (
          <div className="v-foot">
            {view.back ? (
              <button type="button" className="v-back" onClick={onBack}>
                <span aria-hidden="true">← </span>
                {words.back}
              </button>
            ) : (
              <span />
            )}
            <span className="v-on">
              {skippable && (
                <button type="button" className="v-skip" onClick={() => onSkip(skippable.id)}>
                  {words.skip}
                </button>
              )}
              <button type="submit" className="v-next" data-waiting={todo ? '' : undefined} aria-busy={busy}>
                {busy ? words.sending : (todo?.say ?? button)}
              </button>
            </span>
          </div>
        )}
      </div>
    </form>
  );
}

type BlockProps = {
  block: BlockView;
  values: Values;
  fault: (block: string, field?: string) => string | undefined;
  onChange: (values: Values) => void;
  onAgain: () => void;
  onOffer?: (outcome: string) => void;
};

function BlockOf({ block, values, fault, onChange, onAgain, onOffer }: BlockProps) {
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
      return <OfferPart offer={block.offer} onTake={() => onOffer?.(block.id)} />;
    case 'verdict':
      return block.outcomes.map((outcome) => <OutcomePart key={outcome.id} outcome={outcome} onOffer={onOffer} />);
    case 'score':
      return (
        <>
          {block.title && <h2 style={{ fontSize: 18 }}>{block.title}</h2>}
          <ul className="v-scales">
            {block.lines.map((line) => (
              <li key={line.id}>
                <span>
                  {line.name || words.marks} <b>{line.points}</b>
                </span>
                {line.percent !== null && (
                  <i aria-hidden="true">
                    <b style={{ width: `${Math.max(0, Math.min(100, line.percent))}%` }} />
                  </i>
                )}
              </li>
            ))}
          </ul>
        </>
      );
    case 'topics':
      return (
        <>
          {block.title && <h2 style={{ fontSize: 18 }}>{block.title}</h2>}
          <ul className="v-scales">
            {block.lines.map((line) => (
              <li key={line.id}>
                <span>
                  {line.name} <b>{line.points}</b>
                </span>
                {line.percent !== null && (
                  <i aria-hidden="true">
                    <b style={{ width: `${Math.max(0, Math.min(100, line.percent))}%` }} />
                  </i>
                )}
              </li>
            ))}
          </ul>
        </>
      );
    case 'answers':
      return (
        <>
          {block.title && <h2 style={{ fontSize: 18 }}>{block.title}</h2>}
          <ol className="v-review">
            {block.lines.map((line) => (
              <ReviewPart key={line.id} line={line} />
            ))}
          </ol>
        </>
      );
    case 'share':
      return <SharePart text={block.text} button={block.button} />;
    case 'again':
      return (
        <button type="button" className="v-skip" style={{ paddingInlineStart: 0 }} onClick={onAgain}>
          {block.button || words.again}
        </button>
      );
  }
}

const autoComplete = { name: 'name', email: 'email', phone: 'tel', text: 'off' } as const;
const inputType = { name: 'text', email: 'email', phone: 'tel', text: 'text' } as const;

function ContactForm({
  block,
  given,
  fault,
  onChange,
}: {
  block: ContactView;
  given: ContactValues;
  fault: (field?: string) => string | undefined;
  onChange: (given: ContactValues) => void;
}) {
  const id = useId();
  return (
    <>
      <h2 className="v-prompt" tabIndex={-1} data-heading>
        {block.prompt}
      </h2>
      {block.body !== undefined && (
        <div className="v-words v-hint">
          <Rich text={block.body} />
        </div>
      )}
      {block.fields.map((field) => (
        <div key={field.id}>
          <label className="v-field">
            {field.label} {!field.required && <small>({words.optional})</small>}
            <input
              type={inputType[field.format]}
              autoComplete={autoComplete[field.format]}
              maxLength={300}
              value={given.fields[field.id] ?? ''}
              aria-required={field.required}
              aria-invalid={fault(field.id) ? true : undefined}
              aria-describedby={fault(field.id) ? `${id}-${field.id}` : undefined}
              onChange={(e) => onChange({ ...given, fields: { ...given.fields, [field.id]: e.target.value } })}
            />
          </label>
          <Wrong id={`${id}-${field.id}`}>{fault(field.id)}</Wrong>
        </div>
      ))}
      {block.consent && (
        <label className="v-consent">
          <input
            type="checkbox"
            checked={given.consent}
            aria-describedby={fault('consent') ? `${id}-consent` : undefined}
            onChange={(e) => onChange({ ...given, consent: e.target.checked })}
          />
          <span>{block.consent.text}</span>
        </label>
      )}
      <Wrong id={`${id}-consent`}>{fault('consent') ?? fault()}</Wrong>
    </>
  );
}

function OutcomePart({ outcome, onOffer }: { outcome: OutcomeView; onOffer?: (outcome: string) => void }) {
  return (
    <section className="v-outcome">
      {outcome.picture && <img src={outcome.picture.src} alt={outcome.picture.text} width={640} height={320} />}
      {outcome.headline !== outcome.name && <p className="v-kicker">{outcome.name}</p>}
      <h1 tabIndex={-1} data-heading style={outcome.headline === outcome.name ? { marginTop: 20 } : undefined}>
        {outcome.headline}
      </h1>
      <div className="v-words">
        <Rich text={outcome.body} />
      </div>
      {outcome.offer && <OfferPart offer={outcome.offer} onTake={() => onOffer?.(outcome.id)} />}
    </section>
  );
}

function ReviewPart({ line }: { line: ReviewLine }) {
  return (
    <li>
      <h3>{line.prompt}</h3>
      <p data-state={line.state ?? undefined}>
        {line.state && <span className="v-state">{words[line.state]}</span>} {line.given || words.leftEmpty}
        {line.marks && <small> {line.marks}</small>}
      </p>
      {line.right && (
        <p>
          {words.rightIs} <b>{line.right}</b>
        </p>
      )}
      {line.explanations?.map((text, i) => (
        <div className="v-words v-hint" key={i}>
          <Rich text={text} />
        </div>
      ))}
    </li>
  );
}

/** Hands the address on: by the device's own sheet where it has one, else by the clipboard. */
function SharePart({ text, button }: { text: string; button: string }) {
  const [done, setDone] = useState('');
  const share = async () => {
    const url = location.href.split('#')[0] ?? '';
    try {
      if (typeof navigator.share === 'function') await navigator.share({ text, url });
      else {
        await navigator.clipboard.writeText([text, url].filter(Boolean).join(' '));
        setDone(words.copied);
      }
    } catch {
      // Whoever closes the sheet has thought better of it.
    }
  };
  return (
    <div className="v-share">
      <button type="button" className="v-skip" style={{ paddingInlineStart: 0 }} onClick={() => void share()}>
        {button || words.share}
      </button>
      <span role="status">{done}</span>
    </div>
  );
}

function OfferPart({ offer, onTake }: { offer: Offer; onTake: () => void }) {
  return (
    <div className="v-offer">
      {offer.picture && <img src={offer.picture.src} alt={offer.picture.text} width={640} height={320} />}
      <span>{offer.text}</span>
      <a href={offer.url} target="_blank" rel="noopener noreferrer" onClick={onTake}>
        {offer.button}
      </a>
    </div>
  );
}

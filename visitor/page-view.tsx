'use client';
/** One page of a quiz as a visitor sees it: in the page, in the studio's live view and in the preview alike. */
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { LOOK_OVER } from '../core/flow/look-over';
import type { ContactView, ReviewLine, View } from '../core/flow/view';
import type { Refusal } from '../core/flow/faults';
import { Rich } from '../ui/rich';
import { BlockOf, Review } from './blocks';
import { isRightToLeft } from './languages/direction';
import { missing, type Values } from './values';
import { useWords } from './words';

/** `home` is the address of the quiz here. */
type Plain = { home: string; token: string; params: Record<string, string> };
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
  onRevise?: (page: string) => void;
  onCertificate?: (block: string) => Promise<void>;
  /** What is to be said of the page just left; it stands alone until the visitor goes on. */
  explained?: ReviewLine[];
  onGoOn?: () => void;
  /** How long is left, where time is limited. */
  clock?: ReactNode;
  /** Where the page goes as a plain form, in a browser without scripts. `token` is '' before there is a run. */
  plain?: Plain;
};

const offerCounted = (plain: Plain) => (id: string) =>
  `${plain.home}/offer?${new URLSearchParams({ run: plain.token, of: id })}`;

type AnyField = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

/** The field of a block that is to be filled in next: one that is wrong, else one that is empty, else the first. */
function fieldToFill(panel: HTMLElement | null, block: string): HTMLElement | undefined {
  const fields = [
    ...(panel?.querySelectorAll<AnyField>(
      `[data-block="${block}"] :is(input:not([type="hidden"]), textarea, select)`,
    ) ?? []),
  ];
  const isEmpty = (field: AnyField) =>
    field.required && (field.type === 'checkbox' ? !(field as HTMLInputElement).checked : field.value.trim() === '');
  return fields.find((f) => f.getAttribute('aria-invalid') === 'true') ?? fields.find(isEmpty) ?? fields[0];
}

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
  onRevise,
  onCertificate,
  explained,
  onGoOn,
  clock,
  plain,
}: Props) {
  const { say, fault: faultWords } = useWords();
  // Only a script keeps the browser's own checks off the form: without one they are what there is.
  const [alive, setAlive] = useState(false);
  useEffect(() => setAlive(true), []);
  const panel = useRef<HTMLFormElement>(null);
  const page = view.page;
  const place = explained ? 'explained' : page?.id;
  const shownBefore = useRef(place);
  useEffect(() => {
    if (!takeFocus || shownBefore.current === place) return;
    shownBefore.current = place;
    panel.current?.querySelector<HTMLElement>('[data-heading]')?.focus({ preventScroll: true });
  }, [place, takeFocus]);

  // What the server refused is where the visitor goes on: the first field that is wrong.
  useEffect(() => {
    const [first] = faults;
    if (takeFocus && first?.block) fieldToFill(panel.current, first.block)?.focus();
  }, [faults, takeFocus]);

  const todo = explained ? null : missing(view, values, say);
  const blocks = explained ? [] : (page?.blocks ?? []);
  const asks = blocks.some((b) => b.kind === 'contact' || 'required' in b);
  const isResult = !explained && (page === null || page.stage === 'result');
  const lastAsk = view.progress.at + 1 >= view.progress.of;
  const looking = page?.id === LOOK_OVER;
  const showsTitle = !isResult && asks;
  // In the studio the page has a heading of its own above this.
  const Title = takeFocus ? 'h1' : 'span';
  const onwards = lastAsk && !view.quiz.looksOver ? say('seeResult') : say('next');
  const button = explained ? say('goOn') : page?.button || (looking ? say('send') : asks ? onwards : say('start'));
  const skippable = blocks.find((b): b is ContactView => b.kind === 'contact' && b.skippable);
  // A result page is left only where it asks for something.
  const leaves = explained !== undefined || !isResult || asks;
  const { at, of } = view.progress;
  const fault = (block: string, field?: string) => {
    const found = faults.find((f) => f.block === block && f.field === field);
    return found && faultWords(found.code, found.message);
  };

  return (
    <form
      className="v-panel"
      data-look={view.quiz.look}
      ref={panel}
      noValidate={alive}
      {...(plain ? { method: 'post', action: `${plain.home}/plain` } : {})}
      lang={view.quiz.language}
      dir={isRightToLeft(view.quiz.language) ? 'rtl' : 'ltr'}
      onSubmit={(event) => {
        event.preventDefault();
        if (explained) return onGoOn?.();
        if (todo) fieldToFill(panel.current, todo.block)?.focus();
        onNext();
      }}
    >
      {view.quiz.progress && !isResult && (
        <div
          className="v-progress"
          role="progressbar"
          aria-label={say('progress')}
          aria-valuemin={0}
          aria-valuemax={of}
          aria-valuenow={at}
        >
          <span style={{ width: `${of ? (at / of) * 100 : 0}%` }} />
        </div>
      )}
      {plain && <input type="hidden" name="token" value={plain.token} />}
      {Object.entries(plain?.params ?? {}).map(([name, value]) => (
        <input key={name} type="hidden" name={`k.${name}`} value={value} />
      ))}
      {/* Enter in a field presses the first button that sends: it must be the one that goes on. */}
      <button
        type="submit"
        name="do"
        value={explained ? 'on' : 'go'}
        className="v-hidden"
        tabIndex={-1}
        aria-hidden="true"
      />
      <div className="v-inside">
        {!showsTitle && <Title className="v-hidden">{view.quiz.title}</Title>}
        {showsTitle && (
          <div className="v-top">
            <Title>{view.quiz.title}</Title>
            {clock}
            {view.quiz.progress && <span>{say('of', { at: Math.min(at + 1, of), of })}</span>}
          </div>
        )}
        <div role="alert">{trouble && <p className="v-trouble">{trouble}</p>}</div>
        {view.held && !explained && (
          <div className="v-held" role="status">
            <b>{say('notYet')}</b>{' '}
            {view.held.left !== undefined && view.held.left > 0 && say('triesLeft', { n: view.held.left })}
            <Rich text={view.held.hint} />
          </div>
        )}
        {explained && (
          <>
            <h2 className="v-prompt" tabIndex={-1} data-heading>
              {say('howItWent')}
            </h2>
            <Review lines={explained} />
          </>
        )}
        {blocks.map((block) => (
          <div className="v-block" key={block.id} data-block={block.id}>
            <BlockOf
              block={block}
              values={values}
              fault={fault}
              onChange={onChange}
              onAgain={onAgain}
              {...(onOffer ? { onOffer } : {})}
              {...(plain?.token && !alive ? { offerAt: offerCounted(plain) } : {})}
              {...(onRevise && view.back ? { onRevise } : {})}
              {...(onCertificate ? { onCertificate } : {})}
            />
          </div>
        ))}
        {page === null && !explained && (
          <h2 className="v-prompt" tabIndex={-1} data-heading>
            {view.out ? (
              'url' in view.out ? (
                <a href={view.out.url} target={view.out.url.startsWith('/') ? undefined : '_top'}>
                  {say(view.out.url.startsWith('/') ? 'leading' : 'leadingOut')}
                </a>
              ) : (
                say('leading')
              )
            ) : (
              say('thanks')
            )}
          </h2>
        )}
        {leaves && (
          <div className="v-foot">
            {view.back && !explained ? (
              <button
                type="submit"
                name="do"
                value="back"
                formNoValidate
                className="v-back"
                onClick={(event) => {
                  event.preventDefault();
                  onBack();
                }}
              >
                <span aria-hidden="true">← </span>
                {say('back')}
              </button>
            ) : (
              <span />
            )}
            <span className="v-on">
              {skippable && (
                <button
                  type="submit"
                  name="do"
                  value={`skip ${skippable.id}`}
                  formNoValidate
                  className="v-skip"
                  onClick={(event) => {
                    event.preventDefault();
                    onSkip(skippable.id);
                  }}
                >
                  {say('skip')}
                </button>
              )}
              <button
                type="submit"
                name="do"
                value={explained ? 'on' : 'go'}
                className="v-next"
                data-waiting={todo ? '' : undefined}
                aria-busy={busy}
              >
                {todo && !busy ? (
                  <>
                    <span className="v-scripted">{todo.say}</span>
                    <span className="v-off">{button}</span>
                  </>
                ) : busy ? (
                  say('sending')
                ) : (
                  button
                )}
              </button>
            </span>
          </div>
        )}
      </div>
    </form>
  );
}

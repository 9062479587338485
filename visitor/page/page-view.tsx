'use client';
/** One page of a quiz as a visitor sees it: in the page, in the studio's live view and in the preview alike. */
import { Fragment, lazy, type ReactNode, Suspense, useEffect, useRef, useState } from 'react';
import type { BlockView, ContactView, ReviewLine, View } from '../../core/flow/view';
import type { Refusal } from '../../core/flow/faults';
import { TRAP } from '../../core/access/oddity';
import { fetchOfResults, ofResultsKnown } from '../blocks/late';
import { NotFetched } from '../blocks/not-fetched';
import type { RunAt } from '../blocks/kind';
import { BlockOf } from '../blocks/registry';
import { isRightToLeft } from '../languages/direction';
import { buttonFor, isResult } from './button';
import { Nothing } from './nothing';
import { fieldToFill } from './field-to-fill';
import { Foot } from './foot';
import { Header, ProgressLine, welcomes } from './header';
import { missing, type Values } from '../questions/values';
import { useWords } from '../languages/words';
import { useDress } from '../look/dressed';

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
  /** @param isTrapped the field that no person sees was filled in */
  onNext: (isTrapped: boolean) => void;
  onSkip: (block: string) => void;
  onBack: () => void;
  onAgain: () => void;
  onOffer?: (outcome: string) => void;
  onRevise?: (page: string) => void;
  runAt?: RunAt;
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

/** The focus goes to the heading of a page that is new, and to the first field that the server refused. */
function useFocusedPanel(place: string | undefined, faults: Refusal[], takeFocus: boolean) {
  const panel = useRef<HTMLFormElement>(null);
  const shownBefore = useRef(place);
  useEffect(() => {
    if (!takeFocus || shownBefore.current === place) return;
    shownBefore.current = place;
    panel.current?.querySelector<HTMLElement>('[data-heading]')?.focus({ preventScroll: true });
  }, [place, takeFocus]);
  useEffect(() => {
    const [first] = faults;
    if (takeFocus && first?.block) fieldToFill(panel.current, first.block)?.focus();
  }, [faults, takeFocus]);
  return panel;
}

/** Machines fill in what they find. Nobody sees it, hears of it, or comes to it by keys. */
const Trap = () => (
  <span className="v-hidden" aria-hidden="true">
    <input type="text" name={TRAP} tabIndex={-1} autoComplete="off" defaultValue="" aria-label="Leave this empty" />
  </span>
);

/** What a plain form sends along, and the button that Enter presses in a field: it must be the one that goes on. */
function HiddenFields({ plain, isExplaining }: { plain: Plain | undefined; isExplaining: boolean }) {
  return (
    <>
      {plain && <input type="hidden" name="token" value={plain.token} />}
      {plain && <Trap />}
      {Object.entries(plain?.params ?? {}).map(([name, value]) => (
        <input key={name} type="hidden" name={`k.${name}`} value={value} />
      ))}
      <button
        type="submit"
        name="do"
        value={isExplaining ? 'on' : 'go'}
        className="v-hidden"
        tabIndex={-1}
        aria-hidden="true"
      />
    </>
  );
}

/** Files cannot be sent any other way, and everything else is smaller without. */
const encodingOf = (blocks: BlockView[]) =>
  blocks.some((b) => b.kind === 'contact' && b.fields.some((f) => f.files))
    ? 'multipart/form-data'
    : 'application/x-www-form-urlencoded';

/** Before which block the headline stands: a picture that the page begins with stands above it. −1 where there is none. */
function headlineAt(view: View, isExplaining: boolean): number {
  if (isExplaining || !welcomes(view)) return -1;
  return Math.max(0, view.page?.blocks.findIndex((b) => b.kind !== 'media') ?? 0);
}

const ExplainedFetched = lazy(() =>
  fetchOfResults().then(() => ({ default: ofResultsKnown()?.Explained ?? NotFetched })),
);

/** What stands on top of each page. */
function Brand() {
  const { band, logo } = useDress();
  return (
    <>
      {band && <img className="v-band" src={band.src} alt={band.text} width={688} height={172} />}
      {logo && (
        <p className="v-logo">
          <img src={logo.src} alt={logo.text} height={40} />
        </p>
      )}
    </>
  );
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
  runAt,
  explained,
  onGoOn,
  clock,
  plain,
}: Props) {
  const { say, fault: faultWords } = useWords();
  const dress = useDress();
  // Disable native validation only once scripts run; without scripts it is the only validation.
  const [alive, setAlive] = useState(false);
  useEffect(() => setAlive(true), []);
  const page = view.page;
  const panel = useFocusedPanel(explained ? 'explained' : page?.id, faults, takeFocus ?? false);
  const Explained = ofResultsKnown()?.Explained ?? ExplainedFetched;
  const todo = explained ? null : missing(view, values, say);
  const blocks = explained ? [] : (page?.blocks ?? []);
  const headline = headlineAt(view, explained !== undefined);
  const Title = takeFocus ? 'h1' : 'span';
  const button = explained ? { key: 'goOn' as const } : buttonFor(view);
  const skippable = blocks.find((b): b is ContactView => b.kind === 'contact' && b.skippable && !b.sent);
  const own = {
    ...(onOffer ? { onOffer } : {}),
    ...(runAt ? { runAt } : {}),
    ...(plain?.token && !alive ? { offerAt: offerCounted(plain) } : {}),
    ...(onRevise && view.back ? { onRevise } : {}),
  };
  const fault = (block: string, field?: string) => {
    const found = faults.find((f) => f.block === block && f.field === field);
    return found && faultWords(found.code, found.message);
  };

  return (
    <form
      className="v-panel"
      {...dress.attributes}
      style={view.asked === undefined ? dress.style : { ...dress.style, '--v-asked': view.asked }}
      ref={panel}
      noValidate={alive}
      {...(plain ? { method: 'post', action: `${plain.home}/plain`, encType: encodingOf(blocks) } : {})}
      lang={view.quiz.language}
      dir={isRightToLeft(view.quiz.language) ? 'rtl' : 'ltr'}
      onSubmit={(event) => {
        event.preventDefault();
        if (explained) return onGoOn?.();
        if (todo) fieldToFill(panel.current, todo.block)?.focus();
        onNext(Boolean(new FormData(event.currentTarget).get(TRAP)));
      }}
    >
      <Brand />
      {view.quiz.progress && (explained || !isResult(view)) && <ProgressLine view={view} />}
      <HiddenFields plain={plain} isExplaining={explained !== undefined} />
      <div className="v-inside">
        <Header
          view={view}
          isExplaining={explained !== undefined}
          isWhole={takeFocus ?? false}
          clock={clock}
          trouble={trouble}
        />
        {explained && (
          <Suspense>
            <Explained lines={explained} />
          </Suspense>
        )}
        {blocks.map((block, i) => (
          <Fragment key={block.id}>
            {i === headline && <Title className="v-headline">{view.quiz.title}</Title>}
            <div className="v-block" data-block={block.id}>
              <BlockOf block={block} values={values} fault={fault} onChange={onChange} onAgain={onAgain} {...own} />
            </div>
          </Fragment>
        ))}
        {page === null && !explained && <Nothing out={view.out} />}
        {button && (
          <Foot
            button={'words' in button ? button.words : say(button.key)}
            missing={todo?.say}
            isBusy={busy ?? false}
            isExplaining={explained !== undefined}
            {...(view.back && !explained ? { onBack } : {})}
            skippable={skippable?.id}
            onSkip={onSkip}
          />
        )}
      </div>
    </form>
  );
}

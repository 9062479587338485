'use client';
/** A run of the draft in the browser, for the live view and the preview: the same core, the same pages, nothing stored. */
import { useEffect, useMemo, useState } from 'react';
import type { Quiz } from '../../core/schema/quiz';
import { foldRun, type Refusal, type Run, type Sent, startRun, step } from '../../core/flow/run';
import { dressOf } from '../../core/look/dress';
import { type View, viewOf } from '../../core/flow/view';
import { spokenIn } from '../../visitor/languages';
import { knowOfResults } from '../../visitor/blocks/late';
import { ofResults } from '../../visitor/blocks/of-results';
import { PageView } from '../../visitor/page/page-view';
import { goFrom, type Values, valuesFrom } from '../../visitor/questions/values';
import { wordsOf } from '../../visitor/languages/say';
import { useOwnCss } from '../shared/own-css';
import { SpokenIn } from '../../visitor/languages/words';
import { DressedIn } from '../../visitor/look/dressed';

// All pages are shown here, results too.
knowOfResults(ofResults);

export function useTry(quiz: Quiz) {
  const [sent, setSent] = useState<Sent[]>([]);
  // Replay on the present document, so that an edit shows at once.
  const run = useMemo(() => foldRun(quiz, { seed: 1 }, sent), [quiz, sent]);
  return { run, sent, setSent };
}

type TryProps = {
  quiz: Quiz;
  run: Run;
  send: (sent: Sent) => void;
  again: () => void;
  /** Told what is filled in before it is sent. */
  onFilled?: (values: Values) => void;
  /** Whether what is right is told after each page, where the quiz does so: not where one looks at single pages. */
  explains?: boolean;
};

/** The page that `run` stands on; `send` is told what the visitor does. */
export function TryPage(props: TryProps) {
  const { quiz, run } = props;
  const view = useMemo(() => viewOf(quiz, run), [quiz, run]);
  const words = useMemo(() => wordsOf(spokenIn(quiz.language, quiz.labels)), [quiz.language, quiz.labels]);
  const dress = useMemo(() => dressOf(quiz.look), [quiz.look]);
  const css = useOwnCss(quiz.look.css ?? '')?.css;
  return (
    <DressedIn value={dress}>
      {css && <style>{css}</style>}
      <SpokenIn value={words}>
        <Filled key={`${view.page?.id}`} {...props} view={view} />
      </SpokenIn>
    </DressedIn>
  );
}

function Filled({ quiz, run, view, send, again, onFilled, explains }: TryProps & { view: View }) {
  const [values, setValues] = useState<Values>(() => valuesFrom(view));
  const [faults, setFaults] = useState<Refusal[]>([]);
  const [explained, setExplained] = useState(explains ? view.explained : undefined);
  // Keep what is filled in when the document changes.
  useEffect(() => onFilled?.(values), [values, onFilled]);
  const go = (sent: Sent) => {
    const next = step(quiz, run, sent);
    if ('refused' in next) setFaults(next.refused);
    else send(sent);
  };
  return (
    <PageView
      view={view}
      values={values}
      faults={faults}
      onChange={(next) => {
        setValues(next);
        setFaults([]);
      }}
      onNext={() => go(goFrom(view, values))}
      onSkip={(block) => go(goFrom(view, values, block))}
      onBack={() => go({ do: 'back', page: view.page?.id ?? '' })}
      onAgain={again}
      onRevise={(page) => go({ do: 'change', page })}
      {...(explained ? { explained, onGoOn: () => setExplained(undefined) } : {})}
    />
  );
}

/** The state of a run that stands on a page of the creator's choosing, its earlier answers kept. */
export function standOn(quiz: Quiz, run: Run, page: string): Run {
  const fresh = startRun(quiz, { seed: run.seed });
  const target = quiz.pages.find((p) => p.id === page);
  if (!target) return fresh;
  const passed = quiz.pages.slice(0, quiz.pages.indexOf(target)).filter((p) => p.stage === 'ask');
  return {
    ...fresh,
    answers: run.answers,
    contact: run.contact,
    way: [...passed.map((p) => ({ page: p.id, shown: p.blocks.map((b) => b.id) })), { page, shown: [] }],
    finished: target.stage === 'result',
  };
}

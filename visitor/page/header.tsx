/** Above a page: how far one is, the title, how long is left; what went wrong, and why the page stays. */
import type { ReactNode } from 'react';
import type { View } from '../../core/flow/view';
import { plainText } from '../../core/text/rich';
import { Rich } from '../../ui/rich';
import { useWords } from '../languages/words';
import { asksIn, isResult } from './button';

export function ProgressLine({ view: { progress } }: { view: View }) {
  const { say } = useWords();
  const { at, of } = progress;
  return (
    <div
      className="v-progress"
      style={{ '--v-of': of || 1 }}
      role="progressbar"
      aria-label={say('progress')}
      aria-valuemin={0}
      aria-valuemax={of}
      aria-valuenow={at}
    >
      <span style={{ width: `${of ? (at / of) * 100 : 0}%` }} />
    </div>
  );
}

type Props = {
  view: View;
  isExplaining: boolean;
  /** Whether the title is the heading of the whole page; in the studio that stands above. */
  isWhole: boolean;
  clock: ReactNode;
  trouble: ReactNode;
};

/** Whether the title stands large on a page: one to begin with that asks nothing, and whose words do not begin with the title themselves. */
export function welcomes(view: View): boolean {
  if (isResult(view) || asksIn(view) || view.progress.at > 0) return false;
  const words = view.page?.blocks.find((block) => block.kind === 'words');
  return !words || !plainText(words.body).trim().startsWith(view.quiz.title.trim());
}

export function Header({ view, isExplaining, isWhole, clock, trouble }: Props) {
  const { say } = useWords();
  const { at, of } = view.progress;
  const Title = isWhole ? 'h1' : 'span';
  const isShown = !isExplaining && !isResult(view) && asksIn(view);
  return (
    <>
      {!isShown && (isExplaining || !welcomes(view)) && <Title className="v-hidden">{view.quiz.title}</Title>}
      {isShown && (
        <div className="v-top">
          <Title>{view.quiz.title}</Title>
          {clock}
          {view.quiz.progress && <span>{say('of', { at: Math.min(at + 1, of), of })}</span>}
        </div>
      )}
      <div role="alert">{trouble && <p className="v-trouble">{trouble}</p>}</div>
      {view.gate && !isExplaining && (
        <div className="v-held" role="status">
          <b>{say('notYet')}</b>{' '}
          {view.gate.left !== undefined && view.gate.left > 0 && say('triesLeft', { n: view.gate.left })}
          <Rich text={view.gate.hint} />
        </div>
      )}
    </>
  );
}

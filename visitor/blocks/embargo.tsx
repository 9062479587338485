import { useWords } from '../languages/words';
import type { BlockProps } from './kind';

/** Announces a result under embargo: when and how it comes. */
export function EmbargoBlock({ block: { until, mail } }: BlockProps<'held-back'>) {
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
        {until === 'released'
          ? say('heldUntilReleased')
          : until === 'marked'
            ? say('heldUntilMarked')
            : say('heldUntil', { when: when(until) })}
      </p>
      <p>
        {mail !== undefined && `${say('heldMail', { mail })} `}
        {say('heldHere')}
      </p>
    </div>
  );
}

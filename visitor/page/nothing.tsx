import type { View } from '../../core/flow/view';
import { useWords } from '../languages/words';

/** Where there is no page any more: the quiz leads elsewhere, or has no result to show. */
export function Nothing({ out }: { out: View['out'] }) {
  const { say } = useWords();
  const isAway = out && 'url' in out && !out.url.startsWith('/');
  return (
    <h2 className="v-prompt" tabIndex={-1} data-heading>
      {!out && say('thanks')}
      {out && 'quiz' in out && say('leading')}
      {out && 'url' in out && (
        <a href={out.url} target={isAway ? '_top' : undefined}>
          {say(isAway ? 'leadingOut' : 'leading')}
        </a>
      )}
    </h2>
  );
}

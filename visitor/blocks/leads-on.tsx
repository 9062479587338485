import { useWords } from '../languages/words';
import type { BlockProps } from './kind';

/** On to another quiz. */
export function HandOverBlock({ block }: BlockProps<'hand-over'>) {
  const { say } = useWords();
  return (
    <a
      className="v-on-to"
      href={block.url}
      aria-disabled={block.url === undefined || undefined}
      onClick={(event) => {
        // Pass on which page the quiz is embedded in.
        const here = new URLSearchParams(location.search).get('in');
        if (block.url === undefined || here === null) return;
        event.preventDefault();
        location.assign(`${block.url}&in=${encodeURIComponent(here)}`);
      }}
    >
      {block.button || say('goOn')} <span aria-hidden="true">→</span>
    </a>
  );
}

/** The same quiz from its start. */
export function AgainBlock({ block, onAgain }: BlockProps<'again'>) {
  const { say } = useWords();
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

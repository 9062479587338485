import { useWords } from '../languages/words';

/** The page is there, and what draws it could not be fetched: it is asked for anew. */
export function NotFetched() {
  const { say } = useWords();
  return (
    <p className="v-trouble">
      <button type="button" className="v-skip" onClick={() => location.reload()}>
        {say('lost')}
      </button>
    </p>
  );
}

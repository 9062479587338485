import type { ReviewLine } from '../../core/flow/view';
import { Review } from './review';
import { useWords } from '../languages/words';

/** What is said of the page just left. */
export function Explained({ lines }: { lines: ReviewLine[] }) {
  const { say } = useWords();
  return (
    <>
      <h2 className="v-prompt" tabIndex={-1} data-heading>
        {say('howItWent')}
      </h2>
      <Review lines={lines} />
    </>
  );
}

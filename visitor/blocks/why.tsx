import { useWords } from '../languages/words';
import type { BlockProps } from './kind';
import { Review } from './review';

/** The visitor's answers that spoke most for the outcome. */
export function WhyBlock({ block }: BlockProps<'why'>) {
  const { say } = useWords();
  return (
    <section>
      <h2 className="v-title">{block.title || say('spokeForIt')}</h2>
      <Review lines={block.lines.map((line) => ({ ...line, state: null }))} />
    </section>
  );
}

import { useWords } from '../languages/words';
import { Bar } from './bar';
import type { BlockProps } from './kind';

/** How one stands among all who finished. */
export function StandingBlock({ block: { title, name, higherThan } }: BlockProps<'standing'>) {
  const { say } = useWords();
  return (
    <>
      {title && <h2 className="v-title">{title}</h2>}
      <ul className="v-scales">
        <li>
          <span>
            {name || say('marks')} <b>{say('higherThan', { n: higherThan })}</b>
          </span>
          <Bar percent={higherThan} />
        </li>
      </ul>
    </>
  );
}

import { useWords } from '../languages/words';
import { Bar } from './bar';
import type { ScoreLine } from '../../core/blocks/view';

/** Scores as lines, each with how far it goes. */
export function ScoresBlock({ block }: { block: { title?: string; lines: ScoreLine[] } }) {
  const { say } = useWords();
  return (
    <>
      {block.title && <h2 className="v-title">{block.title}</h2>}
      <ul className="v-scales">
        {block.lines.map((line) => (
          <li key={line.id}>
            <span>
              {line.name || say('marks')} <b>{line.points}</b>
            </span>
            {line.percent !== null && <Bar percent={line.percent} />}
          </li>
        ))}
      </ul>
    </>
  );
}

import { useWords } from '../languages/words';
import { Bar } from './bar';
import { Drawn } from './drawn';
import type { BlockProps } from './kind';

/** How others answered, as bars under their words. */
export function ChartBlock({ block }: BlockProps<'chart'>) {
  const { say } = useWords();
  const { answered = 0, options = {} } = block.others ?? {};
  return (
    <section>
      <h2 className="v-title">{block.title || block.prompt}</h2>
      {block.drawing && <Drawn drawing={block.drawing} answered={answered} />}
      <ul className="v-scales">
        {block.options.map((o) => {
          const percent = answered ? ((options[o.id] ?? 0) / answered) * 100 : 0;
          return (
            <li key={o.id}>
              <span>
                {o.text || o.picture?.text || say('somethingElse')} <b>{Math.round(percent)} %</b>
              </span>
              <Bar percent={percent} />
            </li>
          );
        })}
      </ul>
      <p className="v-hint">{say('others', { n: answered })}</p>
    </section>
  );
}

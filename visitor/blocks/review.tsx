import type { LookedOver, ReviewLine } from '../../core/flow/view';
import { dayIn } from '../../core/text/language';
import { Mark } from '../../ui/marks';
import { Rich } from '../../ui/rich';
import { useWords } from '../languages/words';
import { Media } from '../questions/parts';
import type { BlockProps } from './kind';

const signs = { right: 'yes', partly: 'maybe', wrong: 'no', waiting: 'not-yet' } as const;

/** Questions looked at afterwards: what was given, whether it was right, and why. */
export function Review({ lines }: { lines: ReviewLine[] }) {
  const { say, language } = useWords();
  const said = (line: ReviewLine, words: string) => (line.isDay ? dayIn(language, words) : words);
  return (
    <ol className="v-review">
      {lines.map((line) => (
        <li key={line.id}>
          <h3>{line.prompt}</h3>
          <p data-state={line.state ?? undefined}>
            {line.state && (
              <span className="v-state">
                <Mark kind={signs[line.state]} size={13} plain /> {say(line.state)}
              </span>
            )}{' '}
            {said(line, line.given) || say('leftEmpty')}
            {line.marks && <small> {line.marks}</small>}
          </p>
          {line.right && (
            <p>
              {say('rightIs')} <b>{said(line, line.right)}</b>
            </p>
          )}
          {line.note && <blockquote className="v-held">{line.note}</blockquote>}
          {line.explanations?.map((text, i) => (
            <div className="v-words v-hint" key={i}>
              <Rich text={text} />
            </div>
          ))}
          <Media media={line.media} />
        </li>
      ))}
    </ol>
  );
}

export const AnswersBlock = ({ block }: BlockProps<'answers'>) => (
  <>
    {block.title && <h2 className="v-title">{block.title}</h2>}
    <Review lines={block.lines} />
  </>
);

/** All answers before they are sent for good, each with a way back to its page. */
export function LookOverBlock({ block: { lines }, onRevise }: BlockProps<'look-over'>) {
  const { say, language } = useWords();
  return (
    <>
      <h2 className="v-prompt" tabIndex={-1} data-heading>
        {say('lookOver')}
      </h2>
      <ol className="v-review">
        {lines.map((line: LookedOver) => (
          <li key={line.id} className="v-looked">
            <div>
              <h3>{line.prompt}</h3>
              <p>{(line.isDay ? dayIn(language, line.given) : line.given) || say('leftEmpty')}</p>
            </div>
            {onRevise && (
              <button
                type="submit"
                formNoValidate
                name="do"
                value={`change ${line.page}`}
                className="v-skip"
                aria-label={say('changeOf', { what: line.prompt })}
                onClick={(event) => {
                  event.preventDefault();
                  onRevise(line.page);
                }}
              >
                {say('change')}
              </button>
            )}
          </li>
        ))}
      </ol>
    </>
  );
}

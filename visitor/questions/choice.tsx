/** One or several of some answers: rows, pictures, halves, or a drop-down. */
import { answerField, wordsField } from '../../core/flow/form-fields';
import type { ChoiceView } from '../../core/flow/view';
import { chosenIn, isFreeEntry } from '../../core/values/answer';
import { Mark } from '../../ui/marks';
import { useWords } from '../languages/words';
import { howMany } from './how-many';
import type { VisitorKind } from './kind';
import { type Asked, FieldGroup, OneField } from './parts';

const OTHER = 'other';

function ChoiceQuestion({ block, answer, fault, onAnswer }: Asked<ChoiceView>) {
  const { say } = useWords();
  const many = block.pick === 'many';
  const chosen = chosenIn(answer);
  const text = answer !== undefined && isFreeEntry(answer) ? answer.text : '';
  const give = (ids: string[], free = text): void =>
    onAnswer(ids.includes(OTHER) && block.other ? { options: ids, text: free } : ids);
  const order = [...block.options.map((o) => o.id), OTHER];
  const pick = (id: string, on: boolean) =>
    give(many ? order.filter((o) => (o === id ? on : chosen.includes(o))) : [id]);
  if (block.as === 'drop-down' && !many)
    return <DropDown block={block} answer={answer} fault={fault} onAnswer={onAnswer} />;

  const pictures = block.as === 'pictures';
  const layout = pictures ? 'v-options v-pictures' : block.as === 'yes-no' ? 'v-options v-yes-no' : 'v-options';
  return (
    <FieldGroup block={block} fault={fault} below={many && <HowMany block={block} n={chosen.length} />}>
      <div
        className={layout}
        style={
          block.across && !pictures ? { gridTemplateColumns: `repeat(${block.across}, minmax(0, 1fr))` } : undefined
        }
      >
        {block.options.map((o) => (
          <label className={many ? 'v-option v-many' : 'v-option'} key={o.id}>
            <input
              type={many ? 'checkbox' : 'radio'}
              name={answerField(block.id)}
              value={o.id}
              required={!many && block.required}
              checked={chosen.includes(o.id)}
              onChange={(e) => pick(o.id, e.target.checked)}
            />
            {pictures &&
              (o.picture ? (
                <img src={o.picture.src} alt={o.text ? '' : o.picture.text} width={320} height={192} />
              ) : (
                <span style={{ height: 96 }} />
              ))}
            <span className={pictures ? 'v-label' : 'v-line'}>
              <span className="v-disc" aria-hidden="true" />
              <span>{o.text}</span>
            </span>
          </label>
        ))}
        {block.other && (
          <label className="v-option v-many">
            <input
              type={many ? 'checkbox' : 'radio'}
              name={answerField(block.id)}
              value={OTHER}
              checked={chosen.includes(OTHER)}
              onChange={(e) => pick(OTHER, e.target.checked)}
            />
            <span className="v-line">
              <span className="v-disc" aria-hidden="true" />
              <span>{say('somethingElse')}</span>
            </span>
          </label>
        )}
      </div>
      {block.other && (
        <label className={chosen.includes(OTHER) ? 'v-field' : 'v-field v-off'}>
          {say('whichOne')}
          <input
            name={wordsField(block.id)}
            value={text}
            maxLength={300}
            onChange={(e) => give(chosen, e.target.value)}
          />
        </label>
      )}
    </FieldGroup>
  );
}

function DropDown({ block, answer, fault, onAnswer }: Asked<ChoiceView>) {
  const { say } = useWords();
  return (
    <OneField block={block} fault={fault}>
      {(field) => (
        <select
          {...field}
          className="v-answer"
          name={answerField(block.id)}
          required={block.required}
          value={chosenIn(answer)[0] ?? ''}
          onChange={(e) => onAnswer(e.target.value ? [e.target.value] : [])}
        >
          <option value="">{say('chooseOne')}</option>
          {block.options.map((o) => (
            <option key={o.id} value={o.id}>
              {o.text}
            </option>
          ))}
        </select>
      )}
    </OneField>
  );
}

function HowMany({ block, n }: { block: ChoiceView; n: number }) {
  const { say } = useWords();
  const toGo = block.min - n;
  return (
    <p className="v-todo" aria-live="polite">
      {n > 0 && toGo > 0 ? (
        <>
          <Mark kind="maybe" size={14} plain />
          <span>
            <b>{say('chosen', { n: n })}</b> {say('toGo', { n: toGo })}
          </span>
        </>
      ) : (
        <span>{howMany(block, say)}</span>
      )}
    </p>
  );
}

export const choice: VisitorKind<ChoiceView> = {
  Question: ChoiceQuestion,
  missing(block, answer, say) {
    const n = chosenIn(answer).length;
    if (n === 0 && !block.required) return null;
    if (n < block.min) {
      if (n > 0) return say('chooseMore', { n: block.min - n });
      return block.min === 1 ? say('chooseOne') : howMany(block, say);
    }
    return n > block.max ? say('tooMany', { n: block.max }) : null;
  },
};

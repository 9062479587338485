/** Questions answered by a single field: words, numbers, dates, steps. */
import { answerField } from '../../core/flow/form-fields';
import type { DateView, MeasuredView, RatingView, TypedView } from '../../core/flow/view';
import { useWords } from '../words';
import { type Asked, FieldGroup, OneField } from './parts';

export const TypedQuestion = ({ block, answer, fault, onAnswer }: Asked<TypedView>) => (
  <OneField block={block} fault={fault}>
    {(field) =>
      block.kind === 'essay' ? (
        <textarea
          {...field}
          name={answerField(block.id)}
          required={block.required}
          className="v-answer"
          rows={6}
          maxLength={20_000}
          value={typeof answer === 'string' ? answer : ''}
          onChange={(e) => onAnswer(e.target.value)}
        />
      ) : (
        <input
          {...field}
          name={answerField(block.id)}
          required={block.required}
          className="v-answer"
          maxLength={2_000}
          value={typeof answer === 'string' ? answer : ''}
          onChange={(e) => onAnswer(e.target.value)}
        />
      )
    }
  </OneField>
);

/** Nothing is an answer too: the field is empty, and so is what is kept. */
const numberOr = (text: string): number | string =>
  text.trim() === '' || Number.isNaN(Number(text)) ? '' : Number(text);

export const NumberQuestion = ({ block, answer, fault, onAnswer }: Asked<MeasuredView>) => (
  <OneField block={block} fault={fault}>
    {(field) => (
      <input
        {...field}
        name={answerField(block.id)}
        required={block.required}
        className="v-answer v-short"
        type="number"
        inputMode="decimal"
        min={block.min}
        max={block.max}
        step="any"
        value={typeof answer === 'number' ? answer : ''}
        onChange={(e) => onAnswer(numberOr(e.target.value))}
      />
    )}
  </OneField>
);

export function SliderQuestion({ block, answer, fault, onAnswer }: Asked<MeasuredView>) {
  const { say } = useWords();
  const min = block.min ?? 0;
  const max = block.max ?? 100;
  const given = typeof answer === 'number';
  return (
    <OneField block={block} fault={fault}>
      {(field) => (
        <div className="v-slider" data-given={given ? '' : undefined} data-optional={block.required ? undefined : ''}>
          <output htmlFor={field.id}>{given ? answer : say('moveIt')}</output>
          {/* A slider always stands somewhere, and a plain form would send where. Without scripts, an answer that may be left out is a number. */}
          {!block.required && (
            <noscript>
              <style>{'.v-slider[data-optional] input[type="range"]{display:none}'}</style>
              <input
                className="v-answer v-short"
                type="number"
                name={answerField(block.id)}
                aria-labelledby={`${field.id}-label`}
                min={min}
                max={max}
                step={block.step}
                defaultValue={given ? answer : ''}
              />
            </noscript>
          )}
          <input
            {...field}
            {...(block.required ? { name: answerField(block.id) } : {})}
            type="range"
            min={min}
            max={max}
            step={block.step}
            value={given ? answer : min + Math.floor((max - min) / 2 / block.step) * block.step}
            aria-valuetext={given ? String(answer) : say('moveIt')}
            onChange={(e) => onAnswer(Number(e.target.value))}
            // Where it stands already may be the answer: touching it says so.
            onPointerUp={(e) => onAnswer(Number(e.currentTarget.value))}
          />
          <span className="v-ends" aria-hidden="true">
            <span>{min}</span>
            <span>{max}</span>
          </span>
        </div>
      )}
    </OneField>
  );
}

export const DateQuestion = ({ block, answer, fault, onAnswer }: Asked<DateView>) => (
  <OneField block={block} fault={fault}>
    {(field) => (
      <input
        {...field}
        name={answerField(block.id)}
        required={block.required}
        className="v-answer v-short"
        type="date"
        min={block.min}
        max={block.max}
        value={typeof answer === 'string' ? answer : ''}
        onChange={(e) => onAnswer(e.target.value)}
      />
    )}
  </OneField>
);

/** Stars, steps or numbers: radio buttons in a row. */
export function RatingQuestion({ block, answer, fault, onAnswer }: Asked<RatingView>) {
  const { say } = useWords();
  const steps = Array.from({ length: Math.max(0, block.max - block.min + 1) }, (_, i) => block.min + i);
  return (
    <FieldGroup block={block} fault={fault}>
      <div className="v-rating" data-as={block.as}>
        {steps.map((n) => (
          <label
            key={n}
            data-below={block.as === 'stars' && typeof answer === 'number' && n <= answer ? '' : undefined}
          >
            <input
              type="radio"
              name={answerField(block.id)}
              value={n}
              required={block.required}
              checked={answer === n}
              onChange={() => onAnswer(n)}
              aria-label={say('of', { at: n, of: block.max })}
            />
            <span aria-hidden="true">{block.as === 'stars' ? '★' : n}</span>
          </label>
        ))}
      </div>
    </FieldGroup>
  );
}

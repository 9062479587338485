/** A number that is pushed to its place. */
import { answerField } from '../../core/flow/form-fields';
import type { MeasuredView } from '../../core/flow/view';
import { useWords } from '../languages/words';
import type { VisitorKind } from './kind';
import { anything } from './missing';
import { type Asked, OneField } from './parts';

function SliderQuestion({ block, answer, fault, onAnswer }: Asked<MeasuredView>) {
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
            // Pointer down counts as an answer, because the present position may be the right one.
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

export const slider: VisitorKind<MeasuredView> = { Question: SliderQuestion, missing: anything('answerThis') };

/** The form that asks for a contact: fields, and the line of consent. */
import { useId } from 'react';
import { CONSENT, contactField } from '../../core/flow/form-fields';
import type { ContactView } from '../../core/flow/view';
import { Rich } from '../../ui/rich';
import { Wrong } from '../questions/parts';
import type { ContactValues } from '../questions/values';
import { useWords } from '../languages/words';

const autoComplete = { name: 'name', email: 'email', phone: 'tel', text: 'off' } as const;
const inputType = { name: 'text', email: 'email', phone: 'tel', text: 'text' } as const;

export function ContactForm({
  block,
  given,
  fault,
  onChange,
}: {
  block: ContactView;
  given: ContactValues;
  fault: (field?: string) => string | undefined;
  onChange: (given: ContactValues) => void;
}) {
  const id = useId();
  const { say } = useWords();
  return (
    <>
      <h2 className="v-prompt" tabIndex={-1} data-heading>
        {block.prompt}
      </h2>
      {block.body !== undefined && (
        <div className="v-words v-hint">
          <Rich text={block.body} />
        </div>
      )}
      {block.fields.map((field) => (
        <div key={field.id}>
          <label className="v-field">
            {field.label} {!field.required && <small>({say('optional')})</small>}
            <input
              type={inputType[field.format]}
              autoComplete={autoComplete[field.format]}
              maxLength={300}
              name={contactField(block.id, field.id)}
              required={field.required && !block.skippable}
              value={given.fields[field.id] ?? ''}
              aria-required={field.required}
              aria-invalid={fault(field.id) ? true : undefined}
              aria-describedby={fault(field.id) ? `${id}-${field.id}` : undefined}
              onChange={(e) => onChange({ ...given, fields: { ...given.fields, [field.id]: e.target.value } })}
            />
          </label>
          <Wrong id={`${id}-${field.id}`}>{fault(field.id)}</Wrong>
        </div>
      ))}
      {block.consent && (
        <label className="v-consent">
          <input
            type="checkbox"
            name={contactField(block.id, CONSENT)}
            checked={given.consent}
            required={block.consent.required && !block.skippable}
            aria-invalid={fault('consent') ? true : undefined}
            aria-describedby={fault('consent') ? `${id}-consent` : undefined}
            onChange={(e) => onChange({ ...given, consent: e.target.checked })}
          />
          <span>{block.consent.text}</span>
        </label>
      )}
      <Wrong id={`${id}-consent`}>{fault('consent') ?? fault()}</Wrong>
    </>
  );
}

/** The form that asks for a contact: fields, and the line of consent. */
import { lazy, Suspense, useId, useState } from 'react';
import { CONSENT, contactField } from '../../core/flow/form-fields';
import type { ContactView } from '../../core/flow/view';
import { Rich } from '../../ui/rich';
import { Wrong } from '../questions/parts';
import type { ContactValues } from '../questions/values';
import { useWords } from '../languages/words';
import type { RunAt } from './kind';
import { fetchOfResults, ofResultsKnown } from './late';
import { NotFetched } from './not-fetched';

const FileFieldFetched = lazy(() =>
  fetchOfResults().then(() => ({ default: ofResultsKnown()?.FileField ?? NotFetched })),
);

type Field = ContactView['fields'][number];
/** What browsers fill in, and which keys a phone shows. */
const FORMATS: Partial<Record<Field['format'], { autoComplete?: string; type?: string; inputMode?: 'decimal' }>> = {
  name: { autoComplete: 'name' },
  email: { autoComplete: 'email', type: 'email' },
  phone: { autoComplete: 'tel', type: 'tel' },
  address: { autoComplete: 'street-address' },
  date: { type: 'date' },
  number: { inputMode: 'decimal' },
};

export function ContactForm({
  block,
  given,
  fault,
  runAt,
  onChange,
}: {
  block: ContactView;
  given: ContactValues;
  fault: (field?: string) => string | undefined;
  runAt: RunAt | undefined;
  onChange: (given: ContactValues) => void;
}) {
  const id = useId();
  const FileField = ofResultsKnown()?.FileField ?? FileFieldFetched;
  return (
    <>
      <h2 className="v-prompt" tabIndex={-1} data-heading>
        {block.prompt}
      </h2>
      {block.sent && <Sent />}
      {!block.sent && block.body !== undefined && (
        <div className="v-words v-hint">
          <Rich text={block.body} />
        </div>
      )}
      {(block.sent ? [] : block.fields).map((field) => {
        const props = {
          field,
          name: contactField(block.id, field.id),
          isRequired: field.required && !block.skippable,
          value: given.fields[field.id] ?? '',
          fault: fault(field.id),
          onChange: (value: string) => onChange({ ...given, fields: { ...given.fields, [field.id]: value } }),
        };
        return field.files ? (
          <Suspense key={field.id}>
            <FileField {...props} block={block.id} runAt={runAt} />
          </Suspense>
        ) : (
          <FieldOf key={field.id} {...props} />
        );
      })}
      {!block.sent && block.consent && (
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

/** In the place of the form, and of the button that was pressed. */
function Sent() {
  const { say } = useWords();
  return (
    <p
      className="v-words"
      role="status"
      tabIndex={-1}
      ref={(words) => {
        if (document.activeElement === document.body) words?.focus();
      }}
    >
      {say('sent')}
    </p>
  );
}

type FieldProps = {
  field: Field;
  name: string;
  isRequired: boolean;
  value: string;
  fault: string | undefined;
  onChange: (value: string) => void;
};

function FieldOf({ field, name, isRequired, value, fault, onChange }: FieldProps) {
  const id = useId();
  const { say } = useWords();
  const [meant, setMeant] = useState<string | null>(null);
  const { type = 'text', ...rest } = FORMATS[field.format] ?? {};
  const shared = {
    name,
    value,
    required: isRequired,
    'aria-required': field.required,
    'aria-invalid': fault ? true : undefined,
    'aria-describedby': fault ? id : undefined,
    ...rest,
    onChange: (event: { target: { value: string } }) => onChange(event.target.value),
  };
  const look = () => {
    if (field.format !== 'email' || !value.includes('@')) return;
    void import('./slips').then(({ meantBy }) => setMeant(meantBy(value)), undefined);
  };
  return (
    <div>
      <label className="v-field">
        {field.label} {!field.required && <small>({say('optional')})</small>}
        {field.options ? (
          <select {...shared}>
            <option value="" />
            {field.options.map((option) => (
              <option key={option.id} value={option.id}>
                {option.text}
              </option>
            ))}
          </select>
        ) : field.format === 'address' ? (
          <textarea {...shared} rows={3} maxLength={300} />
        ) : (
          <input {...shared} type={type} maxLength={300} onBlur={look} />
        )}
      </label>
      <div role="status">
        {meant !== null && meant !== value && (
          <button
            type="button"
            className="v-back"
            onClick={() => {
              onChange(meant);
              setMeant(null);
            }}
          >
            {say('meant', { address: meant })}
          </button>
        )}
      </div>
      <Wrong id={id}>{fault}</Wrong>
    </div>
  );
}

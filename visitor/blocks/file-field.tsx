/** A field for a file. Few forms have one: the others do not load it. */
import { useId, useRef, useState } from 'react';
import type { ContactView } from '../../core/flow/view';
import type { Refusal } from '../../core/questions/refusal';
import { ON_ITS_WAY } from '../../core/flow/form-fields';
import { fileIn, fileValue } from '../../core/values/files';
import { Wrong } from '../questions/parts';
import { useWords } from '../languages/words';
import type { RunAt } from './kind';

type Props = {
  block: string;
  field: ContactView['fields'][number];
  name: string;
  isRequired: boolean;
  value: string;
  fault: string | undefined;
  runAt: RunAt | undefined;
  onChange: (value: string) => void;
};

/** Where nothing is sent anywhere, as in the studio, the name is all that is kept of it. */
const UNSENT = `file-${'0'.repeat(24)}`;

async function send(runAt: RunAt, place: { block: string; field: string }, file: File): Promise<string | Refusal> {
  const form = new FormData();
  for (const [name, value] of Object.entries({ ...(await runAt()), ...place })) form.set(name, value);
  form.set('file', file);
  const response = await fetch('/runs/file', { method: 'POST', body: form });
  // The one cast at this door: the server holds its answers to the same contract.
  const said = (await response.json()) as { value?: string; refused?: Refusal[] };
  if (said.value !== undefined) return said.value;
  if (said.refused?.[0]) return said.refused[0];
  if (response.status === 413)
    return { block: place.block, code: 'file-too-large', message: 'This file is too large.' };
  throw new Error('The file was not taken');
}

const LOST = { block: null, code: 'no-file', message: 'The file did not arrive. Please choose it once more.' } as const;

export function FileField({ block, field, name, isRequired, value, fault, runAt, onChange }: Props) {
  const id = useId();
  const { say, fault: words } = useWords();
  const [refused, setRefused] = useState<Refusal | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const { endings = [], most = 0 } = field.files ?? {};
  const kept = fileIn(value);
  const choose = async (file: File) => {
    setRefused(null);
    onChange(ON_ITS_WAY);
    const answer = await (file.size > most * 1_000_000
      ? { ...LOST, code: 'file-too-large' as const, message: `This file is too large: ${most} MB at most.` }
      : runAt
        ? send(runAt, { block, field: field.id }, file).catch(() => LOST)
        : fileValue(UNSENT, file.name));
    onChange(typeof answer === 'string' ? answer : '');
    if (typeof answer !== 'string') setRefused(answer);
    // The same file can be chosen again.
    if (input.current) input.current.value = '';
  };
  const wrong = fault ?? (refused && words(refused.code, refused.message));
  return (
    <div>
      <label className="v-field">
        {field.label} {!field.required && <small>({say('optional')})</small>}
        <input
          ref={input}
          type="file"
          name={name}
          accept={endings.map((ending) => `.${ending}`).join()}
          required={isRequired && !kept}
          aria-required={field.required}
          aria-invalid={wrong ? true : undefined}
          aria-describedby={`${id}-hint ${wrong ? id : ''}`}
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) void choose(file);
          }}
        />
      </label>
      <input type="hidden" name={name} value={value} />
      <p className="v-hint" id={`${id}-hint`}>
        {say('fileHint', { endings: endings.join(', '), n: most })}
      </p>
      <p role="status">
        {value === ON_ITS_WAY && say('sending')}
        {kept?.name}
      </p>
      {kept && (
        <button
          type="button"
          className="v-back"
          onClick={() => {
            onChange('');
            input.current?.focus();
          }}
        >
          {say('fileAway', { what: kept.name })}
        </button>
      )}
      <Wrong id={id}>{wrong ?? undefined}</Wrong>
    </div>
  );
}

'use client';
/** The contact form as it is written: its fields, whether it can be skipped, and what is agreed to. */
import { getCountries } from 'libphonenumber-js/min';
import { Plus } from 'lucide-react';
import styled from 'styled-components';
import { knownName } from '../../core/flow/carry';
import type { ContactBlock } from '../../core/schema/quiz';
import { Choose, LineInput, TextButton, Toggle } from '../../ui/controls';
import { useDocument, useDocumentStore } from '../document';
import { type FileKind, LARGEST_FILE, USUAL_FILE, USUAL_KINDS } from '../../core/values/files';
import { newId, placeOfBlock, setFields } from '../edits/edits';
import { RichField } from '../fields/rich-field';
import { TextField } from '../fields/text-field';
import { type Fields, useBlockFields, useFields } from '../fields/use-fields';
import { usePublication } from '../shared/publication';
import type { StudioBlock } from './kind';

const Form = styled.div`
  display: grid;
  gap: 8px;
  font-size: 14px;
  h3 {
    font: 700 24px/30px var(--heading);
  }
  .field {
    display: flex;
    gap: 6px 12px;
    align-items: center;
    flex-wrap: wrap;
    border-bottom: 1px solid var(--line);
    padding-bottom: 6px;
  }
  .from {
    display: inline;
    color: var(--ink-2);
  }
`;

type ContactField = ContactBlock['fields'][number];
const formats: { id: ContactField['format']; label: string }[] = [
  { id: 'name', label: 'a name' },
  { id: 'email', label: 'an e-mail address' },
  { id: 'phone', label: 'a phone number' },
  { id: 'address', label: 'a postal address' },
  { id: 'date', label: 'a day' },
  { id: 'number', label: 'a number' },
  { id: 'choice', label: 'one of these' },
  { id: 'file', label: 'a file' },
  { id: 'text', label: 'other words' },
];
/** Countries whose numbers can be told by their own rules, by name. */
const named = new Intl.DisplayNames('en', { type: 'region' });
const countries = getCountries()
  .map((id) => ({ id: id, label: named.of(id) ?? id }))
  .sort((a, b) => a.label.localeCompare(b.label));

function ContactBody({ block }: { block: ContactBlock }) {
  const store = useDocumentStore();
  const { set, flag, words } = useBlockFields(block);
  const add = () =>
    store.getState().edit({
      name: 'add-field',
      ops: [
        {
          op: 'insert',
          at: placeOfBlock(store.getState().quiz, block.id),
          list: 'fields',
          item: newField(block.fields),
          after: block.fields.at(-1)?.id ?? null,
        },
      ],
    });
  return (
    <Form>
      <h3>
        <TextField
          label="Headline of the contact form"
          placeholder="Where shall we send your result?"
          {...words('prompt')}
          onChange={(to) => set('prompt', to)}
        />
      </h3>
      <RichField label="Text above the fields" value={block.body} onChange={(to) => set('body', to)} />
      {block.fields.map((field) => (
        <FieldLine key={field.id} block={block.id} field={field} />
      ))}
      <TextButton $weight={500} onPress={add}>
        <Plus size={15} /> Add a field
      </TextButton>
      <Toggle {...flag('skippable')}>May be skipped</Toggle>
      <Consent block={block} />
      {block.fields.some(({ format }) => format === 'email') && (
        <Toggle {...flag('confirm')}>The address counts once its link has been followed</Toggle>
      )}
    </Form>
  );
}

/** The first name and e-mail fields are known by these ids to inserts and letters. */
function newField(fields: ContactField[]): ContactField {
  const lacks = (id: string) => !fields.some((f) => f.id === id);
  if (lacks('name')) return { id: 'name', label: 'First name', format: 'name' };
  if (lacks('email')) return { id: 'email', label: 'E-mail', format: 'email' };
  return { id: newId('f'), label: 'Company', format: 'text' };
}

const newOptions = () => ['Yes', 'No'].map((text) => ({ id: newId('o'), text }));

/** Choices with commas between them. One whose words stay keeps its id, so that what was chosen before is still it. */
function optionsOf(typed: string, before: NonNullable<ContactField['options']>): ContactField['options'] {
  const words = [...new Set(typed.split(',').map((one) => one.trim()))].filter(Boolean).slice(0, 100);
  return words.map((text) => before.find((one) => one.text === text) ?? { id: newId('o'), text });
}

/** What changes where a field is to take something else: what only the old format has goes. */
const asFormat = (format: ContactField['format'], field: ContactField): Partial<ContactField> => ({
  format,
  ...(format === 'choice' ? { options: field.options ?? newOptions() } : field.options && { options: undefined }),
  ...(format === 'file' && field.from !== undefined ? { from: undefined, hidden: undefined } : {}),
  ...(format !== 'file' && field.kinds ? { kinds: undefined } : {}),
  ...(format !== 'file' && field.most ? { most: undefined } : {}),
});

const kinds: { id: FileKind; label: string }[] = [
  { id: 'picture', label: 'pictures' },
  { id: 'document', label: 'documents' },
  { id: 'table', label: 'tables' },
  { id: 'sound', label: 'sound' },
  { id: 'film', label: 'films' },
];

/** Which files a field takes. The last kind cannot be taken away. */
function OfFiles({ field, set }: { field: ContactField; set: Fields<ContactField>['set'] }) {
  const taken = field.kinds ?? USUAL_KINDS;
  return (
    <>
      {kinds.map(({ id, label }) => (
        <Toggle
          key={id}
          selected={taken.includes(id)}
          onChange={(to) => {
            const next = kinds.map((kind) => kind.id).filter((kind) => (kind === id ? to : taken.includes(kind)));
            if (next.length > 0) set('kinds', next);
          }}
        >
          {label}
        </Toggle>
      ))}
      <Choose
        label={`How large ${field.label} may be`}
        value={String(field.most ?? USUAL_FILE)}
        options={SIZES.map((size) => ({ id: String(size), label: `up to ${size} MB` }))}
        onChange={(to) => set('most', Number(to))}
      />
    </>
  );
}
const SIZES = [1, 2, USUAL_FILE, LARGEST_FILE];

function FieldLine({ block, field }: { block: string; field: ContactField }) {
  const store = useDocumentStore();
  const known = useDocument((s) => s.quiz.known);
  const at = () => placeOfBlock(store.getState().quiz, block);
  const { set, flag } = useFields(field, () => [...at(), 'fields', field.id]);
  return (
    <div className="field" data-option={field.id}>
      <LineInput
        aria-label="Label of the field"
        style={{ width: 110 }}
        value={field.label}
        maxLength={200}
        onChange={(e) => set('label', e.target.value)}
      />
      <Choose
        label={`What ${field.label} is`}
        value={field.format}
        options={formats}
        onChange={(to) => {
          const place = [...at(), 'fields', field.id];
          store.getState().edit(setFields('set-format', place, field, asFormat(to, field)));
        }}
      />
      {field.format === 'phone' && (
        <Choose
          label={`Whose numbers ${field.label} takes without a +`}
          value={field.country ?? ''}
          options={[{ id: '', label: 'of any country' }, ...countries]}
          onChange={(to) => set('country', to || undefined)}
        />
      )}
      {field.options && (
        <LineInput
          aria-label={`Choices of ${field.label}, with commas between them`}
          defaultValue={field.options.map(({ text }) => text).join(', ')}
          key={field.options.map(({ id }) => id).join()}
          style={{ width: 220 }}
          onBlur={(e) => set('options', optionsOf(e.target.value, field.options ?? []))}
        />
      )}
      {field.format === 'file' && <OfFiles field={field} set={set} />}
      {!field.hidden && <Toggle {...flag('required')}>required</Toggle>}
      {known.length > 0 && field.format !== 'file' && (
        <div className="from">
          filled in with{' '}
          <Choose
            label={`What ${field.label} is filled in with`}
            value={field.from ?? ''}
            options={[{ id: '', label: 'nothing' }, ...known.map((k) => ({ id: k.id, label: knownName(k) }))]}
            onChange={(to) => set('from', to || undefined)}
          />
          {field.from !== undefined && <Toggle {...flag('hidden')}>nobody sees it</Toggle>}
        </div>
      )}
      <TextButton
        $weight={400}
        aria-label={`Remove ${field.label}`}
        onPress={() =>
          store
            .getState()
            .edit({ name: 'remove-field', ops: [{ op: 'remove', at: at(), list: 'fields', id: field.id }] })
        }
      >
        ✕
      </TextButton>
    </div>
  );
}

/** What was agreed to is kept with its version: other words, another version. */
function Consent({ block }: { block: ContactBlock }) {
  const { live } = usePublication();
  const { set } = useBlockFields(block);
  const { consent } = block;
  const version = (live.edition ?? 0) + 1;
  return (
    <>
      <Toggle
        selected={consent !== undefined}
        onChange={(to) =>
          set(
            'consent',
            to ? { text: 'Yes, you may write to me about this quiz.', version, required: true } : undefined,
          )
        }
      >
        Asks for consent
      </Toggle>
      {consent && (
        <>
          <TextField
            label="Line of consent"
            value={consent.text}
            placeholder="What the visitor agrees to"
            onChange={(text) => set('consent', { ...consent, text, version })}
          />
          <Toggle selected={consent.required} onChange={(required) => set('consent', { ...consent, required })}>
            Nothing is sent without it
          </Toggle>
        </>
      )}
    </>
  );
}

export const contact: StudioBlock<ContactBlock> = { Body: ContactBody };

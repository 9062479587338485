'use client';
/** The contact form as it is written: its fields, whether it can be skipped, and what is agreed to. */
import { Plus } from 'lucide-react';
import styled from 'styled-components';
import { knownName } from '../../core/flow/carry';
import type { ContactBlock } from '../../core/schema/quiz';
import { Choose, LineInput, TextButton, Toggle } from '../../ui/controls';
import { useDocument, useDocumentStore } from '../document';
import { newId, setField } from '../shared/edits';
import { useLive } from '../shared/live';
import { TextField } from '../shared/text-field';
import { RichField } from '../shared/rich-field';

const Fields = styled.div`
  display: grid;
  gap: 8px;
  font-size: 14px;
  .field {
    display: flex;
    gap: 6px 12px;
    align-items: center;
    flex-wrap: wrap;
    border-bottom: 1px solid var(--line);
    padding-bottom: 6px;
  }
`;

export function ContactPart({ block, at }: { block: ContactBlock; at: string[] }) {
  const store = useDocumentStore();
  const { live } = useLive();
  const known = useDocument((s) => s.quiz.known);
  const edit = (...args: Parameters<typeof setField>) =>
    store.getState().edit(setField(...args), `${args[2].join('.')} ${args[1].join('.')}`);
  const set = (field: string[], was: unknown, to: unknown) => edit('set-contact', at, field, was, to);
  const consent = block.consent;
  return (
    <Fields>
      <h3 style={{ font: '700 24px/30px var(--heading)' }}>
        <TextField
          label="Headline of the contact form"
          field={`prompt ${block.id}`}
          value={block.prompt}
          placeholder="Where shall we send your result?"
          onChange={(to) => set(['prompt'], block.prompt, to)}
        />
      </h3>
      <RichField label="Text above the fields" value={block.body} onChange={(to) => set(['body'], block.body, to)} />
      {block.fields.map((field) => (
        <div key={field.id} className="field" data-option={field.id}>
          <LineInput
            aria-label="Label of the field"
            style={{ width: 110 }}
            value={field.label}
            maxLength={200}
            onChange={(e) => edit('set-field', [...at, 'fields', field.id], ['label'], field.label, e.target.value)}
          />
          <Choose
            label={`What ${field.label} is`}
            value={field.format}
            options={[
              { id: 'name', label: 'a name' },
              { id: 'email', label: 'an e-mail address' },
              { id: 'phone', label: 'a phone number' },
              { id: 'text', label: 'other words' },
            ]}
            onChange={(to) => edit('set-field', [...at, 'fields', field.id], ['format'], field.format, to)}
          />
          <Toggle
            selected={field.required ?? false}
            onChange={(to) =>
              edit('set-field', [...at, 'fields', field.id], ['required'], field.required, to || undefined)
            }
          >
            required
          </Toggle>
          {known.length > 0 && (
            <div style={{ display: 'inline', color: 'var(--ink-2)' }}>
              filled in with{' '}
              <Choose
                label={`What ${field.label} is filled in with`}
                value={field.from ?? ''}
                options={[{ id: '', label: 'nothing' }, ...known.map((k) => ({ id: k.id, label: knownName(k) }))]}
                onChange={(to) => edit('set-field', [...at, 'fields', field.id], ['from'], field.from, to || undefined)}
              />
            </div>
          )}
          <TextButton
            $weight={400}
            aria-label={`Remove ${field.label}`}
            onPress={() =>
              store.getState().edit({ name: 'remove-field', ops: [{ op: 'remove', at, list: 'fields', id: field.id }] })
            }
          >
            ✕
          </TextButton>
        </div>
      ))}
      <TextButton
        $weight={500}
        onPress={() => {
          // The first name and e-mail fields are known by these ids to inserts and letters.
          const wanted = ['name', 'email'].find((id) => !block.fields.some((f) => f.id === id));
          const item =
            wanted === 'name'
              ? { id: 'name', label: 'First name', format: 'name' }
              : wanted === 'email'
                ? { id: 'email', label: 'E-mail', format: 'email' }
                : { id: newId('f'), label: 'Company', format: 'text' };
          store.getState().edit({
            name: 'add-field',
            ops: [{ op: 'insert', at, list: 'fields', item, after: block.fields.at(-1)?.id ?? null }],
          });
        }}
      >
        <Plus size={15} /> Add a field
      </TextButton>
      <Toggle
        selected={block.skippable ?? false}
        onChange={(to) => set(['skippable'], block.skippable, to || undefined)}
      >
        May be skipped
      </Toggle>
      <Toggle
        selected={consent !== undefined}
        onChange={(to) =>
          set(
            ['consent'],
            consent,
            to
              ? { text: 'Yes, you may write to me about this quiz.', version: (live.edition ?? 0) + 1, required: true }
              : undefined,
          )
        }
      >
        Asks for consent
      </Toggle>
      {consent && (
        <>
          {/* What was agreed to is kept with its version: other words, another version. */}
          <TextField
            label="Line of consent"
            value={consent.text}
            placeholder="What the visitor agrees to"
            onChange={(text) => set(['consent'], consent, { ...consent, text, version: (live.edition ?? 0) + 1 })}
          />
          <Toggle
            selected={consent.required}
            onChange={(required) => set(['consent'], consent, { ...consent, required })}
          >
            Nothing is sent without it
          </Toggle>
        </>
      )}
    </Fields>
  );
}

'use client';
import { useState } from 'react';
import { Choose, Field, Kbd, LineInput, MenuButton, PrimaryButton, TextButton, Toggle } from '../../ui/controls';
import { SideSheet } from '../../ui/side-sheet';
import { Mark, markKinds } from '../../ui/marks';

const nothing = () => undefined;
const answers = [
  { id: 'one', label: 'one answer' },
  { id: 'many', label: 'several answers, as many as somebody likes, in a sentence that is long' },
];

/** Buttons, words that can be changed, fields and marks. */
export function Primitives() {
  const [pick, setPick] = useState('one');
  const [isOn, setOn] = useState(true);
  const [isOpen, setOpen] = useState(false);
  return (
    <section aria-label="Primitives">
      <h2>Primitives</h2>
      <div className="settings">
        <PrimaryButton onPress={() => setOpen(true)}>Open a sheet</PrimaryButton>
        <PrimaryButton isDisabled>Not now</PrimaryButton>
        <TextButton onPress={nothing}>Next question</TextButton>
        <TextButton $weight={400} onPress={nothing}>
          Format the wording
        </TextButton>
        <TextButton $danger onPress={nothing}>
          Delete question
        </TextButton>
        <TextButton isDisabled>Not now either</TextButton>
        <MenuButton
          label="What can be done"
          entries={[
            { id: 'copy', label: 'Copy', note: 'Ctrl C' },
            { id: 'gone', label: 'Not here', disabled: true },
            { id: 'delete', label: 'Delete', danger: true },
          ]}
          onAction={nothing}
        >
          More
        </MenuButton>
      </div>
      <div className="settings">
        <span>
          A visitor chooses <Choose label="How many answers" value={pick} options={answers} onChange={setPick} />.
        </span>
        <Toggle selected={isOn} onChange={setOn}>
          Required
        </Toggle>
        <Toggle selected={!isOn} onChange={(to) => setOn(!to)}>
          Shuffled for each visitor
        </Toggle>
        <label>
          Your own label <LineInput defaultValue="Bags" />
        </label>
        <span>
          <Kbd>Ctrl</Kbd> <Kbd>Enter</Kbd> next question
        </span>
      </div>
      <div className="settings">
        <Field>
          A field
          <input defaultValue="mira@slowspoke.test" />
        </Field>
        <Field>
          A field with nothing in it
          <input placeholder="Somebody’s address" />
        </Field>
        <Field>
          A field that cannot be changed
          <input defaultValue="Slow Spoke" disabled />
        </Field>
      </div>
      <div className="settings">
        {markKinds.map((kind) => (
          <span key={kind}>
            <Mark kind={kind} size={16} /> {kind}
          </span>
        ))}
      </div>
      <SideSheet title="A sheet" open={isOpen} onClose={() => setOpen(false)} actions={<TextButton>Act</TextButton>}>
        <p>Escape and the button close it, and the focus goes back to where it was.</p>
      </SideSheet>
    </section>
  );
}

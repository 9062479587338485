'use client';
/** Every key that does something in the studio, by where it does it. */
import { Fragment, useEffect, useState } from 'react';
import styled from 'styled-components';
import { Kbd, TextButton } from '../../ui/controls';
import { SideSheet } from '../../ui/side-sheet';

type Keys = [keys: string, does: string][];
const groups: [where: string, keys: Keys][] = [
  [
    'Everywhere',
    [
      ['?', 'this sheet'],
      ['F6', 'from the tabs to the top, and to the sheet; Shift F6 back'],
      ['Ctrl Z', 'take the last step back'],
      ['Ctrl Y', 'do it again; Ctrl Shift Z too'],
      ['Escape', 'close what is open over the page'],
    ],
  ],
  [
    'Write, in a line',
    [
      ['Enter', 'another line'],
      ['Ctrl Enter', 'another question'],
      ['Ctrl D', 'the same question once more'],
      ['Alt Enter', 'this answer is right, or no longer'],
      ['Backspace', 'take an empty line away'],
      ['Alt ↑', 'move it up; with ↓ down'],
      ['/', 'in an empty line: another kind'],
      ['↑', 'to the field above; with ↓ below'],
    ],
  ],
  [
    'Write, with questions chosen',
    [
      ['Alt ↑', 'move them up; with ↓ down'],
      ['Ctrl C', 'copy them; with X cut them out'],
      ['Delete', 'take them away'],
      ['Escape', 'choose none'],
    ],
  ],
  [
    'Score',
    [
      ['↑ ↓ ← →', 'another cell; with Shift several'],
      ['0 to 9', 'type a weight; Enter and Tab keep it'],
      ['Enter', 'change the weight that is there'],
      ['Delete', 'empty the cells that are chosen'],
      ['Ctrl D', 'fill down; with R to the right'],
      ['Ctrl C', 'copy cells, and Ctrl V put them in, from and to a spreadsheet'],
      ['Y', 'in the column of right answers: right; M partly, N not'],
    ],
  ],
  [
    'Route',
    [
      ['↑', 'the page above; with ↓ below'],
      ['Alt ↑', 'move a rule up; with ↓ down'],
    ],
  ],
];

const List = styled.dl`
  display: grid;
  grid-template-columns: 116px minmax(0, 1fr);
  gap: 6px 16px;
  margin: 8px 0 24px;
  dd {
    margin: 0;
  }
`;

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.closest('input, textarea, select, [contenteditable]:not([contenteditable="false"]), [role=grid]') !== null;

/** A button for the sheet, and the key that opens it wherever nothing is being typed. */
export function KeysSheet() {
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (event.key !== '?' || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', hear);
    return () => window.removeEventListener('keydown', hear);
  }, []);
  return (
    <>
      <TextButton $weight={500} onPress={() => setOpen(true)}>
        Keys
      </TextButton>
      <SideSheet title="Keys" open={isOpen} onClose={() => setOpen(false)}>
        {groups.map(([where, keys]) => (
          <section key={where} aria-label={where}>
            <h3>{where}</h3>
            <List>
              {keys.map(([pressed, does]) => (
                <Fragment key={pressed + does}>
                  <dt>{pressed.split(' ').map((key, i) => (key === 'to' ? ' to ' : <Kbd key={i}>{key}</Kbd>))}</dt>
                  <dd>{does}</dd>
                </Fragment>
              ))}
            </List>
          </section>
        ))}
      </SideSheet>
    </>
  );
}

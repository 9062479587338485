'use client';
/** The colours of a quiz by what they are for, and every pair of them measured. */
import { useState } from 'react';
import { ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import { lightnessContrast } from '../../core/look/apca';
import { coloursOf } from '../../core/look/dress';
import { isEnough, type Measured, measured, mend } from '../../core/look/mend';
import { type Role, ROLES } from '../../core/look/ready';
import { LineInput, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Alarm, Muted, Strong } from '../../ui/text';
import { useDocumentStore, useQuiz } from '../document';
import { mendPair, setColour } from '../edits/look-edits';
import { DrawnColours } from './drawn-colours';
import { Tile } from './tile';

const Swatches = styled(ToggleButtonGroup)`
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 10px 8px;
  .one {
    gap: 3px;
    overflow-wrap: anywhere;
  }
  .swatch {
    height: 30px;
    border: 1px solid var(--ink-3);
  }
  .one[data-selected] {
    font-weight: 600;
  }
  .one[data-selected] .swatch {
    outline: 2px solid var(--ink);
    box-shadow: 0 0 0 5px var(--saffron);
  }
  .one[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: 6px;
  }
`;
const Picking = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  margin: 14px 0 4px;
  input[type='color'] {
    width: 44px;
    height: 30px;
    padding: 0;
    border: 1px solid var(--ink-3);
    background: none;
    cursor: pointer;
  }
`;
const Pairs = styled.table`
  width: 100%;
  border-collapse: collapse;
  margin-top: 14px;
  font-size: 14px;
  caption {
    text-align: start;
    color: var(--ink-2);
    font-size: 13px;
    padding-bottom: 4px;
  }
  th {
    font-weight: 400;
    text-align: start;
  }
  thead th {
    color: var(--ink-2);
    font-size: 13px;
  }
  :is(td, th) {
    padding: 5px 6px 5px 0;
    vertical-align: baseline;
  }
  tbody tr {
    border-top: 1px solid var(--line);
  }
  .number {
    text-align: end;
    font-variant-numeric: tabular-nums;
    padding-inline-end: 0;
    padding-inline-start: 8px;
  }
  .sample {
    display: inline-grid;
    place-items: center;
    width: 34px;
    height: 20px;
    font-size: 12px;
    font-weight: 600;
    border: 1px solid var(--line);
  }
  .mend {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 10px;
    align-items: center;
    font-size: 13px;
  }
  .to {
    width: 20px;
    height: 20px;
    border: 1px solid var(--ink-3);
  }
`;

const NAMES: Record<Role, string> = {
  ground: 'Behind',
  paper: 'Sheet',
  ink: 'Words',
  quiet: 'Quiet',
  chosen: 'Chosen',
  button: 'Press',
  onButton: 'On press',
  track: 'Track',
};
const ONE = /^#?([0-9a-f]{6})$/i;

export function Colours() {
  const { look } = useQuiz();
  const store = useDocumentStore();
  const [role, setRole] = useState<Role>('paper');
  const colours = coloursOf(look);
  const set = (to: string | undefined) => store.getState().edit(setColour(look, role, to), `colour ${role}`);
  return (
    <section aria-label="Colours">
      <h2>Colours</h2>
      <Swatches
        aria-label="What the colour is for"
        selectionMode="single"
        disallowEmptySelection
        selectedKeys={[role]}
        onSelectionChange={(keys) => setRole(ROLES.find((one) => keys.has(one)) ?? role)}
      >
        {ROLES.map((one) => (
          <Tile key={one} id={one} className="one">
            <span className="swatch" style={{ background: colours[one] }} />
            {NAMES[one]}
          </Tile>
        ))}
      </Swatches>
      <Picked key={`${role} ${colours[role]}`} name={NAMES[role]} colour={colours[role]} onChange={set} />
      {look.colours?.[role] && <TextButton onPress={() => set(undefined)}>As the ready look has it</TextButton>}
      <DrawnColours />
      <Contrast />
    </section>
  );
}

/** One colour: picked, or written. */
function Picked({ name, colour, onChange }: { name: string; colour: string; onChange: (to: string) => void }) {
  const [typed, setTyped] = useState(colour);
  const isWrong = !ONE.test(typed.trim());
  return (
    <>
      <Picking>
        <input
          type="color"
          aria-label={`Colour of ${name}, picked`}
          value={colour.toLowerCase()}
          onChange={(e) => onChange(e.target.value.toUpperCase())}
        />
        <LineInput
          aria-label={`Colour of ${name}, as #RRGGBB`}
          aria-invalid={isWrong || undefined}
          value={typed}
          maxLength={7}
          spellCheck={false}
          style={{ width: 92 }}
          onChange={(e) => {
            setTyped(e.target.value);
            const [, digits] = ONE.exec(e.target.value.trim()) ?? [];
            if (digits) onChange(`#${digits.toUpperCase()}`);
          }}
        />
      </Picking>
      <div role="alert">{isWrong && <Alarm as="p">Six digits after the #, such as #B5432C.</Alarm>}</div>
    </>
  );
}

const shown = (ratio: number): string => (Math.floor(ratio * 10) / 10).toFixed(1);

function Contrast() {
  const { look } = useQuiz();
  const store = useDocumentStore();
  const colours = coloursOf(look);
  return (
    <Pairs>
      <caption>Contrast, the weakest first</caption>
      <thead>
        <tr>
          <th scope="col" colSpan={3}>
            <span className="v-hidden">Pair</span>
          </th>
          <th scope="col" className="number">
            is
          </th>
          <th scope="col" className="number">
            needs
          </th>
          <th scope="col" className="number">
            <abbr title="Lightness contrast by APCA, for information: 0 to 106">Lc</abbr>
          </th>
        </tr>
      </thead>
      <tbody>
        {measured(colours).map((pair) => (
          <PairRow
            key={pair.name}
            pair={pair}
            front={colours[pair.front]}
            back={colours[pair.back]}
            to={mend(colours, pair)}
            onMend={() => store.getState().edit(mendPair(look, pair))}
          />
        ))}
      </tbody>
    </Pairs>
  );
}

type PairProps = { pair: Measured; front: string; back: string; to: string; onMend: () => void };
function PairRow({ pair, front, back, to, onMend }: PairProps) {
  const isGood = isEnough(pair);
  return (
    <tr>
      <td style={{ width: 44 }}>
        <span className="sample" aria-hidden="true" style={{ color: front, background: back }}>
          {pair.needs === 3 ? '●' : 'Aa'}
        </span>
      </td>
      <th scope="row">
        {isGood ? pair.name : <Strong>{pair.name}</Strong>}
        {!isGood && (
          <span className="mend">
            <TextButton onPress={onMend} aria-label={`Mend: ${pair.name}`}>
              Mend
            </TextButton>
            <Muted>makes it {to}</Muted>
            <span className="to" aria-hidden="true" style={{ background: to }} />
          </span>
        )}
      </th>
      <td style={{ width: 18 }}>
        <Mark kind={isGood ? 'yes' : 'maybe'} size={11} />
      </td>
      <td className="number">{shown(pair.is)}</td>
      <td className="number">
        <Muted>{pair.needs.toFixed(1)}</Muted>
      </td>
      <td className="number">
        <Muted>{Math.round(Math.abs(lightnessContrast(front, back)))}</Muted>
      </td>
    </tr>
  );
}

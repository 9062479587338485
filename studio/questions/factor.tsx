'use client';
/** What a measured answer adds: its value times a factor, to scales and outcomes. */
import { Plus } from 'lucide-react';
import { useState } from 'react';
import type { Place } from '../../core/document/edits';
import { MenuButton } from '../../ui/controls';
import type { Measure } from '../edits/measures';
import { useFocusLater } from '../fields/cursor';
import { Notes, WeightField } from './margin';
import { Bar } from '../shared/sheet';

export function Factors({
  at,
  weights,
  targets,
  of,
  unit,
  open,
}: {
  at: Place;
  weights: Record<string, number> | undefined;
  targets: Measure[];
  /** What it is the factor of, as its field is labelled. */
  of: string;
  /** "each step" */
  unit: string;
  open: boolean;
}) {
  const [opened, setOpened] = useState<string[]>([]);
  const focusLater = useFocusLater();
  const held = targets.filter((t) => weights?.[t.id] !== undefined || (open && opened.includes(t.id)));
  const others = targets.filter((t) => !held.includes(t));
  if (held.length === 0 && !open) return null;
  return (
    <Notes style={{ alignItems: 'center' }}>
      {held.length > 0 && <span>{unit} adds</span>}
      {held.map((t) => (
        <span key={t.id} style={{ display: 'inline-flex', alignItems: 'center', gap: 4 }}>
          <span>
            {t.colour !== null && <Bar $n={t.colour} />}
            {t.name}
          </span>
          <WeightField at={at} weights={weights} of={of} target={t} />
        </span>
      ))}
      {open && others.length > 0 && (
        <MenuButton
          label={`Add an effect of ${of}`}
          entries={others.map((t) => ({ id: t.id, label: t.name, note: t.colour === null ? 'scale' : 'outcome' }))}
          onAction={(id) => {
            setOpened((old) => [...old, id]);
            focusLater(`weight ${at.at(-1) ?? ''} ${id}`);
          }}
        >
          <Plus size={14} /> Add
        </MenuButton>
      )}
    </Notes>
  );
}

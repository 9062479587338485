'use client';
/** How a scale is counted: as a sum, a mean, or a formula over other scales. */
import { Strong } from '../../ui/text';
import type { Quiz, Scale } from '../../core/schema/quiz';
import { Choose } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { setField } from '../edits/edits';
import { NumberField } from '../fields/number-field';
import { FormulaField } from './formula-field';

export function ScalePanel({ quiz, scale }: { quiz: Quiz; scale: Scale }) {
  const store = useDocumentStore();
  const at = ['scales', scale.id];
  const set = (field: string, was: unknown, to: unknown) =>
    store.getState().edit(setField(`set-${field}`, at, [field], was, to), `${field} ${scale.id}`);
  const counted = scale.formula === undefined ? (scale.combine ?? 'sum') : 'formula';
  return (
    <div style={{ borderTop: '1px solid var(--ink)', padding: '10px 0', lineHeight: '26px' }}>
      <Strong>{scale.name}</Strong> is{' '}
      <Choose
        label="How it is counted"
        value={counted}
        options={[
          { id: 'sum', label: 'the sum of what answers add' },
          { id: 'mean', label: 'the mean of what answers add' },
          { id: 'formula', label: 'worked out from other scores' },
        ]}
        onChange={(to) => {
          if (to === counted) return;
          store.getState().edit({
            name: 'set-combine',
            ops: [
              {
                op: 'set',
                at,
                field: ['combine'],
                was: scale.combine,
                ...(to === 'mean' ? { to: 'mean' } : {}),
              },
              {
                op: 'set',
                at,
                field: ['formula'],
                was: scale.formula,
                ...(to === 'formula' ? { to: 'marks' } : {}),
              },
            ],
          });
        }}
      />
      {counted === 'formula' ? (
        <FormulaField
          value={scale.formula ?? ''}
          names={[
            { id: 'marks', name: 'marks' },
            ...quiz.scales.filter((s) => s.id !== scale.id).map((s) => ({ id: s.id, name: s.name })),
          ]}
          onChange={(to) => set('formula', scale.formula, to)}
        />
      ) : (
        counted === 'sum' && (
          <>
            ,{' '}
            <NumberField
              label="starting at"
              value={scale.start}
              placeholder="0"
              onChange={(to) => set('start', scale.start, to)}
            />
          </>
        )
      )}
      <div>
        Shown with{' '}
        <Choose
          label="Decimals shown"
          value={String(scale.decimals ?? '')}
          options={[
            { id: '', label: 'as many decimals as it has' },
            { id: '0', label: 'no decimals' },
            { id: '1', label: 'one decimal' },
            { id: '2', label: 'two decimals' },
          ]}
          onChange={(to) => set('decimals', scale.decimals, to === '' ? undefined : Number(to))}
        />
        .
      </div>
    </div>
  );
}

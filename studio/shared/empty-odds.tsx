'use client';
import { Strong } from '../../ui/text';
import { Mark } from '../../ui/marks';
import { useRehearsal } from './rehearsal';

/**
 * What is said of an outcome where no rehearsed visitor ends: that it is out of reach, or, where the check knows of somebody who does get
 * there, that hardly anybody does.
 */
export function Nobody({ outcome }: { outcome: string }) {
  const { findings } = useRehearsal();
  if (findings.some((f) => f.code === 'outcome-rare' && f.where.includes(outcome)))
    return <span style={{ whiteSpace: 'nowrap' }}>hardly anybody</span>;
  return (
    <span style={{ display: 'inline-flex', gap: 5, alignItems: 'center', whiteSpace: 'nowrap', color: 'var(--brick)' }}>
      <Mark kind="no" size={9} /> <Strong>out of reach</Strong>
    </span>
  );
}

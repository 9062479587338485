'use client';
/** Decided by the outcome that most answers speak for. */
import type { Of } from '../../core/verdicts/kind';
import { Choose } from '../../ui/controls';
import { useFields } from '../fields/use-fields';
import type { Props, StudioVerdict } from './kind';

type Strongest = Of<'strongest'>;

function WhoWins({
  verdict,
  order,
}: {
  verdict: Strongest;
  /** what decides where nothing is chosen */ order: string;
}) {
  const { set } = useFields(verdict, () => ['verdicts', verdict.id]);
  return (
    <Choose
      label="Who wins when outcomes are level"
      value={verdict.ties ?? 'first'}
      options={[
        { id: 'first', label: order },
        { id: 'latest', label: 'the later answer' },
        { id: 'blend', label: 'naming them all' },
      ]}
      onChange={(to) => set('ties', to === 'first' ? undefined : to)}
    />
  );
}

function Sentence({ verdict }: Props<Strongest>) {
  const { set } = useFields(verdict, () => ['verdicts', verdict.id]);
  return (
    <>
      , compared{' '}
      <Choose
        label="What is compared"
        value={verdict.compare ?? 'points'}
        options={[
          { id: 'points', label: 'by their points' },
          { id: 'share', label: 'by the share of what each could have had' },
        ]}
        onChange={(to) => set('compare', to === 'points' ? undefined : to)}
      />
      . Level ones are decided by <WhoWins verdict={verdict} order="their order" />.
    </>
  );
}

function InShort({ verdict }: { verdict: Strongest }) {
  return (
    <>
      The strongest outcome wins; level ones are decided by <WhoWins verdict={verdict} order="their order here" />
    </>
  );
}

const whenLevel = { first: 'the highest wins', latest: 'the highest wins', blend: 'the highest win' };

export const strongest: StudioVerdict<Strongest> = {
  label: 'the outcome most answers speak for',
  saidAs: ({ ties }) => whenLevel[ties ?? 'first'],
  orElse: 'the first outcome',
  collects: 'the points that speak for it',
  Sentence,
  InShort,
};

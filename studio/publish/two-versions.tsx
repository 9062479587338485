'use client';
/** Two editions side by side: another one for a share of new visitors, until one press ends it. */
import type { EditionLine } from '../../contract/quizzes';
import { Choose, TextButton } from '../../ui/controls';
import { Alarm, Inline } from '../../ui/text';
import { NumberField } from '../fields/number-field';
import { usePublication } from '../shared/publication';
import { Said } from './paragraph';
import { usePutLive } from './put-live';
import type { AccessHandle } from './use-access';

export function TwoVersions({ editions, access }: { editions: EditionLine[]; access: AccessHandle }) {
  const { live } = usePublication();
  const putLive = usePutLive();
  const { second } = access.standing.settings;
  const others = editions.filter((e) => e.edition !== live.edition);
  const newest = others[0]?.edition;
  if (live.edition === null || newest === undefined) return null;
  return (
    <section aria-label="Two versions">
      <h2>Two versions</h2>
      <Inline className="says">
        New visitors get edition {live.edition}, and{' '}
        <Choose
          label="The other version"
          value={second ? String(second.edition) : 'none'}
          options={[
            { id: 'none', label: 'none of them another one' },
            ...others.map((e) => ({ id: String(e.edition), label: `some of them edition ${e.edition}` })),
          ]}
          onChange={(to) =>
            void access.set({
              second: to === 'none' ? undefined : { edition: Number(to), share: second?.share ?? 50 },
            })
          }
        />
        {second && (
          <>
            :{' '}
            <NumberField
              label=""
              name="Percent of new visitors"
              value={second.share}
              above={0}
              onChange={(to) =>
                to !== undefined &&
                void access.set({ second: { ...second, share: Math.min(99, Math.max(1, Math.round(to))) } })
              }
            />{' '}
            percent
          </>
        )}
        .
      </Inline>
      <p>
        {second
          ? 'Whoever has begun with one of them keeps to it.'
          : 'Show an earlier edition to a share of new visitors, to see which does better.'}
      </p>
      {second && (
        <div className="beside">
          <TextButton onPress={() => void access.set({ second: undefined })}>
            End it with edition {live.edition}
          </TextButton>
          <TextButton onPress={() => void putLive.act(second.edition).then((isDone) => isDone && access.refresh())}>
            End it with edition {second.edition}
          </TextButton>
        </div>
      )}
      {putLive.trouble && <Alarm role="alert">{putLive.trouble}</Alarm>}
      <Said access={access}>{null}</Said>
    </section>
  );
}

/** The only list of ways to decide a verdict in the studio. */
import type { Verdict } from '../../core/schema/quiz';
import type { By, Of } from '../../core/verdicts/kind';
import { byNames } from '../../core/verdicts/registry';
import { bands } from './bands';
import type { StudioVerdict } from './kind';
import { rules } from './rules';
import { strongest } from './strongest';

const kinds: { [K in By]: StudioVerdict<Of<K>> } = { strongest, bands, rules };

/** Ways take verdicts of their own alone: ask it of the verdict that it was found by. */
export const studioVerdict = (verdict: Verdict): StudioVerdict<Verdict> =>
  // React asks for a component of exactly these properties, though each way is given its own verdicts only.
  kinds[verdict.by] as StudioVerdict<Verdict>;

export const verdictChoices = byNames.map((id) => ({ id, label: kinds[id].label }));

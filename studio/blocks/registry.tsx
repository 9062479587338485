/** The only list of blocks that are no questions, in the studio. */
import { again } from './again';
import { answers } from './answers';
import { certificate } from './certificate';
import { chart } from './chart';
import { contact } from './contact';
import { handOver } from './hand-over';
import type { Of, OtherBlock, StudioBlock } from './kind';
import { media } from './media';
import { offer } from './offer';
import { score } from './score';
import { share } from './share';
import { standing } from './standing';
import { topics } from './topics';
import { verdict } from './verdict';
import { why } from './why';
import { words } from './words';

const kinds: { [K in OtherBlock['kind']]: StudioBlock<Of<K>> } = {
  words,
  media,
  offer,
  contact,
  verdict,
  score,
  topics,
  answers,
  why,
  standing,
  chart,
  certificate,
  share,
  again,
  'hand-over': handOver,
};

/** Kinds take blocks of their own alone: ask it of the block that it was found by. */
export const studioBlock = (block: OtherBlock): StudioBlock<OtherBlock> =>
  // React asks for a component of exactly these properties, though each kind is given its own blocks only.
  kinds[block.kind] as StudioBlock<OtherBlock>;

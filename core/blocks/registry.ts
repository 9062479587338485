/** The only list of blocks that are no questions. */
import { again } from './again';
import { answers } from './answers';
import { certificate } from './certificate';
import { chart } from './chart';
import { contact } from './contact';
import { handOver } from './hand-over';
import type { BlockKind, Of, OtherBlock } from './kind';
import { media } from './media';
import { offer } from './offer';
import { score } from './score';
import { share } from './share';
import { standing } from './standing';
import { topics } from './topics';
import { verdict } from './verdict';
import type { OtherBlockView } from './view';
import { why } from './why';
import { words } from './words';

type Name = OtherBlock['kind'];
const kinds: { [K in Name]: BlockKind<Of<K>, OtherBlockView> } = {
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

export const isBlockName = (name: string): name is Name => Object.hasOwn(kinds, name);

/** The kind of a block. Kinds take blocks of their own alone: ask it of the block that it was found by. */
export const blockKind = (block: OtherBlock): BlockKind<OtherBlock, OtherBlockView> => kinds[block.kind];

/** What creators call a kind of block. */
export const blockLabel = (name: Name): string => kinds[name].label;

/** A new block of a kind, ready to be filled in. */
export const blankBlock = (name: Name, ...made: Parameters<BlockKind<OtherBlock, unknown>['blank']>): OtherBlock =>
  kinds[name].blank(...made);

import type { BlockView } from '../../core/flow/view';
import type { Values } from '../questions/values';

/** Where what is filled in goes to; it waits until the run is open. */
export type RunAt = () => Promise<{ address: string; token: string }>;

/** A block of a visitor's page, and what can be done with it. */
export type BlockProps<K extends BlockView['kind'] = BlockView['kind']> = {
  block: Extract<BlockView, { kind: K }>;
  values: Values;
  fault: (block: string, field?: string) => string | undefined;
  onChange: (values: Values) => void;
  onAgain: () => void;
  runAt?: RunAt;
  onOffer?: (outcome: string) => void;
  /** Where an offer is counted on the way to it, in a browser without scripts. */
  offerAt?: (id: string) => string;
  /** Back to a page, to change an answer that is looked over. */
  onRevise?: (page: string) => void;
};

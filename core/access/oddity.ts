/** Whether a run looks as if a machine took it. Nobody is ever asked a puzzle: a browser works a moment for it, unseen. */

/** A field that no person sees was filled in; faster than anybody reads; one of very many from the same browser and network. */
export type Oddity = 'trap' | 'haste' | 'crowd';
/** How a run stands: odd in some way, or odd once and worked for. */
export type Oddness = Oddity | 'proven';

/** The name of the field that no person sees. */
export const TRAP = 'homepage';

/** Things sent before haste can be told from one lucky press. */
const SENT_BEFORE = 2;

/**
 * What is odd about something that is sent; null where nothing is.
 * @param sent how many things of the run came before it
 * @param elapsed milliseconds since the run was opened
 * @param haste milliseconds for each thing sent, below which nobody has read anything; 0 asks nothing of it
 */
export function oddityOf(
  { trap, sent, elapsed }: { trap: boolean; sent: number; elapsed: number },
  haste: number,
): Oddity | null {
  if (trap) return 'trap';
  return sent >= SENT_BEFORE && elapsed < sent * haste ? 'haste' : null;
}

/** Whether a run counts nowhere because all signs say that a machine took it. */
export const isMachine = (odd: string | null): boolean => odd !== null && odd !== 'proven';

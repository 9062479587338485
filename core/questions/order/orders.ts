/** Every order of some things. */
export function ordersOf(ids: string[]): string[][] {
  if (ids.length < 2) return [ids];
  return ids.flatMap((id) => ordersOf(ids.filter((x) => x !== id)).map((rest) => [id, ...rest]));
}

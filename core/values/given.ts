/** A field of an object, left out where it has no value. */
export const given = <K extends string, V>(key: K, value: V | undefined): { [P in K]?: V } =>
  // TypeScript gives an object with a computed name the name of every string.
  value === undefined ? {} : ({ [key]: value } as { [P in K]?: V });

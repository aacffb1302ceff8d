/** Keys of a table as the values of an enumeration. */
export function keysOf<K extends string>(table: Readonly<Record<K, unknown>>): [K, ...K[]] {
  return Object.keys(table) as [K, ...K[]]
}

/** Names of a table as the values of an enumeration. */
export function namesOf<N extends string>(rows: readonly { readonly name: N }[]): [N, ...N[]] {
  return rows.map((row) => row.name) as [N, ...N[]]
}

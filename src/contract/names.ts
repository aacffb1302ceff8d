/** Names of a table as the values of an enumeration. */
export function namesOf<N extends string>(rows: readonly { readonly name: N }[]): [N, ...N[]] {
  return rows.map((row) => row.name) as [N, ...N[]]
}

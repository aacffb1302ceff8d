/** What is fitted at a position in words, each kind once with how many of it: "2 × 7312 B", "NU 312 C3". */
export function fittedWords(places: readonly { fitted: { designation: string; group: string | null } | null }[]): string {
  const names = places.flatMap(({ fitted }) => (fitted ? [fitted.designation + groupWords(fitted.group)] : []))
  return [...new Set(names)]
    .map((name) => {
      const n = names.filter((x) => x === name).length
      return n > 1 ? `${n} × ${name}` : name
    })
    .join(', ')
}

const groupWords = (group: string | null) => (group && group !== 'N' ? ` C${group}` : '')

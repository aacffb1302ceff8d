import type { AreaLine } from '../../../contract/yard.js'

/** An area with what stands and waits in it and below it. */
export interface AreaNode extends AreaLine {
  /** The last part of its path. */
  label: string
  below: AreaNode[]
}

const PARTS = ' / '
const nothing = { machines: 0, overdue: 0, due: 0, jobs: 0 }

/** Areas as the tree that their paths make, each with the sums of what lies below; areas that only stand in a path are there too. */
export function areaTree(lines: readonly AreaLine[]): AreaNode[] {
  const roots: AreaNode[] = []
  const known = new Map<string, AreaNode>()
  const at = (area: string): AreaNode => {
    const found = known.get(area)
    if (found) return found
    const parts = area.split(PARTS)
    const node = { area, label: parts.at(-1)!, ...nothing, below: [] }
    known.set(area, node)
    ;(parts.length > 1 ? at(parts.slice(0, -1).join(PARTS)).below : roots).push(node)
    return node
  }
  for (const line of lines.filter((l) => l.area)) {
    const parts = line.area.split(PARTS)
    for (let n = 1; n <= parts.length; n++) {
      const node = at(parts.slice(0, n).join(PARTS))
      for (const key of ['machines', 'overdue', 'due', 'jobs'] as const) node[key] += line[key]
    }
  }
  return roots
}

/** The tree as one list from above, each node with how deep it lies. */
export function flattened(nodes: readonly AreaNode[], depth = 0): { node: AreaNode; depth: number }[] {
  return nodes.flatMap((node) => [{ node, depth }, ...flattened(node.below, depth + 1)])
}

/** The areas above one, from the root, with itself. */
export function pathOf(area: string): { label: string; area: string }[] {
  const parts = area ? area.split(PARTS) : []
  return parts.map((label, i) => ({ label, area: parts.slice(0, i + 1).join(PARTS) }))
}

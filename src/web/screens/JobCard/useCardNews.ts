import { useCard } from '../../stores/card.js'
import { useStream } from '../../stream.js'

/** The card in hand shows what others do to it, to its line and machine, and to what it rests on in the plant's lists. */
export function useCardNews(): void {
  const card = useCard()
  const about = (of: string, id: string | undefined): boolean => {
    const view = card.view
    if (!view) return false
    if (of === 'card') return id === String(view.job.id)
    if (of === 'machine') return id === String(view.job.machineId)
    if (of === 'line') return id === String(view.line.id)
    return of === 'list' || of === 'settings'
  }
  useStream(
    ({ of, id }) => about(of, id),
    (notice) => card.hear(notice?.revision),
  )
}

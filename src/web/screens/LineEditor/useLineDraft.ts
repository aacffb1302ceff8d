import { same } from '../../../contract/same.js'
import { localDay } from '../../figures/dates.js'
import { useDebounceFn, useManualRefHistory } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { carryOver } from '../../../core/line/carry.js'
import { EMPTY_LINE, faultsOf, type LineDraft } from '../../../core/line/draft.js'
import { judgeLine } from '../../../core/line/judge.js'
import { readLine, type ReadLine } from '../../../core/line/notation.js'
import { writeLine } from '../../../core/line/write-line.js'
import { useSession } from '../../stores/session.js'
import { readDraft, writeDraft } from '../../stores/drafts.js'

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** A line being drawn and typed: each writes the other. What is not saved is kept on the device under `key`. */
export function useLineDraft(key: string, saved: LineDraft = EMPTY_LINE) {
  const session = useSession()
  const kept = readDraft<LineDraft>(key)
  const line = ref<LineDraft>(plain(kept ?? saved))
  const words = ref(writeLine(line.value, session.units))
  /** What typing is laid over: the line as it stood before somebody began to type. */
  let anchor = plain(line.value)
  const read = ref<ReadLine>(readLine(words.value, session.units))
  const history = useManualRefHistory<LineDraft>(line, { clone: (draft) => plain(draft), capacity: 200 })
  const restored = ref(kept !== null)

  const changed = computed(() => !same(line.value, saved))
  /** What can be kept but can hardly be. */
  const doubts = computed(() => judgeLine(line.value))
  const faults = computed(() => faultsOf(line.value, localDay(new Date())))

  /** What goes on within a moment, typing or one support being moved, is one step back; anything else is its own. */
  let going: string | null = null
  const commitLater = useDebounceFn(commit, 400)
  function commit() {
    going = null
    if (!same(line.value, history.last.value.snapshot)) history.commit()
  }
  function settle(next: LineDraft, stretch: string | null) {
    if (going !== stretch) commit()
    line.value = next
    going = stretch
    if (stretch === null) commit()
    else void commitLater()
  }
  /** From the words; the drawing follows. */
  function type(text: string) {
    words.value = text
    read.value = readLine(text, session.units)
    settle(carryOver(anchor, read.value.line), 'words')
  }
  /** From the drawing or its fields; the words follow. Changes of one `stretch` in a moment are one step. */
  function draw(change: (draft: LineDraft) => void, stretch: string | null = null) {
    const next = plain(line.value)
    change(next)
    settle(next, stretch)
    rewrite()
  }
  function rewrite() {
    words.value = writeLine(line.value, session.units)
    read.value = readLine(words.value, session.units)
    anchor = plain(line.value)
  }
  function undo() {
    commit()
    history.undo()
    rewrite()
  }
  function redo() {
    history.redo()
    rewrite()
  }
  /** Typing has ended: what stands now is what the next typing is laid over. */
  function rest() {
    if (!read.value.problems.length) rewrite()
  }
  watch(() => session.units, rewrite)
  watch(line, (now) => writeDraft(key, changed.value ? now : null))
  const forget = () => writeDraft(key, null)

  return {
    line,
    words,
    read,
    changed,
    faults,
    doubts,
    restored,
    canUndo: history.canUndo,
    canRedo: history.canRedo,
    type,
    draw,
    rest,
    undo,
    redo,
    forget,
  }
}

export type LineEdit = ReturnType<typeof useLineDraft>

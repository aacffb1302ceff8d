import { z } from 'zod'
import { changesInput, stationSchema, stepValuesSchema } from './answers.js'
import { acceptStepInput, cancelInput, finishInput, inChargeInput, newJobInput } from './cards.js'
import { sayingInput } from './documents.js'
import { greasingInput, pointsInput, takenBackInput } from './greasing.js'
import { lineInput, newLineInput } from './lines.js'
import { copyInput, machineInput, newMachineInput, retireInput } from './machines.js'
import { entriesInput, OWN_KINDS } from './own-data.js'
import { greaseInput, gunInput, plantInput, schoolsInput } from './plant.js'
import { makersFiguresInput } from './rack.js'
import { visitInput } from './visits.js'
import { workEndInput, workInput } from './work.js'
import { areaChargeInput } from './yard.js'
import { MOST_COMMANDS } from './limits.js'
import { id, version } from './numbers.js'
import type { Role } from './people.js'
import type { Problem } from './problem.js'

/** What people do, as it leaves a device: kept there first, sent in order, taken once however often it arrives. */

interface Kind {
  /** Least role; asked when it arrives, whatever was so when it was done. */
  least: Role
  body: z.ZodType
  /** What arrives late from somebody who may not any more is kept as it was done, and does not count. */
  keptLate?: true
}

const text = z.string().max(300)
const card = { card: id }
const step = { ...card, step: z.string().max(80) }
const machine = { machine: id }
const shaftLine = { shaftLine: id }
/** The version of a setting that was seen: what somebody else changed meanwhile is not written over. */
const seen = { seen: text.optional() }
const list = { list: z.enum(OWN_KINDS) }
const { key: _key, at: _at, ...greasing } = greasingInput.shape

/** Every kind of command, with who may and what it says. A new kind is a row here and one in `server/door/kinds.ts`. */
export const COMMANDS = {
  'log-greasing': { least: 'technician', body: z.strictObject({ point: id, ...greasing }) },
  'take-back-greasing': { least: 'technician', body: z.strictObject({ point: id, greasing: z.uuid(), ...takenBackInput.shape }) },
  'arrange-points': { least: 'technician', body: z.strictObject({ ...shaftLine, ...pointsInput.shape }) },
  'open-card': { least: 'technician', body: newJobInput },
  'answer-card': { least: 'technician', body: z.strictObject({ ...card, ...changesInput.omit({ key: true }).shape }) },
  'look-at-moved': { least: 'technician', body: z.strictObject({ ...card, station: stationSchema }) },
  'write-step': { least: 'technician', body: z.strictObject({ ...step, version, values: stepValuesSchema }) },
  'sign-step': { least: 'technician', body: z.strictObject({ ...step, rests: z.record(text, text).optional() }), keptLate: true },
  'withdraw-signature': { least: 'technician', body: z.strictObject(step) },
  'accept-step': { least: 'planner', body: z.strictObject({ ...step, ...acceptStepInput.shape }) },
  'hand-over': { least: 'technician', body: z.strictObject({ ...card, ...inChargeInput.shape }) },
  'finish-card': { least: 'technician', body: z.strictObject({ ...card, ...finishInput.shape }) },
  'cancel-card': { least: 'technician', body: z.strictObject({ ...card, ...cancelInput.shape }) },
  'add-machine': { least: 'technician', body: newMachineInput },
  'change-machine': { least: 'technician', body: z.strictObject({ ...machine, ...machineInput.shape }) },
  'copy-machine': { least: 'technician', body: z.strictObject({ ...machine, ...copyInput.shape }) },
  'retire-machine': { least: 'planner', body: z.strictObject({ ...machine, ...retireInput.shape }) },
  'add-line': { least: 'technician', body: z.strictObject({ ...machine, ...newLineInput.shape }) },
  'change-line': { least: 'technician', body: z.strictObject({ ...shaftLine, ...lineInput.shape }) },
  'add-visit': { least: 'technician', body: z.strictObject({ ...shaftLine, ...visitInput.shape }) },
  'want-work': { least: 'technician', body: z.strictObject({ work: workInput }) },
  'end-work': { least: 'technician', body: z.strictObject({ work: id, ...workEndInput.shape }) },
  'add-saying': { least: 'technician', body: z.strictObject({ ...machine, saying: sayingInput }) },
  'remove-saying': { least: 'technician', body: z.strictObject({ ...machine, saying: id }) },
  'remove-document': { least: 'technician', body: z.strictObject({ ...machine, document: id }) },
  'charge-area': { least: 'planner', body: areaChargeInput },
  'name-plant': { least: 'planner', body: z.strictObject({ ...plantInput.shape, ...seen }) },
  'add-grease': { least: 'planner', body: z.strictObject({ grease: greaseInput }) },
  'change-grease': { least: 'planner', body: z.strictObject({ id, grease: greaseInput, ...seen }) },
  'add-gun': { least: 'technician', body: z.strictObject({ gun: gunInput }) },
  'weigh-gun': { least: 'technician', body: z.strictObject({ id, gun: gunInput, ...seen }) },
  'settle-schools': { least: 'planner', body: z.strictObject({ schools: schoolsInput, ...seen }) },
  'write-entries': { least: 'storekeeper', body: z.strictObject({ ...list, ...entriesInput.shape }) },
  'remove-entry': { least: 'storekeeper', body: z.strictObject({ ...list, key: text }) },
  'undo-entries': { least: 'storekeeper', body: z.strictObject({ change: id }) },
  'enter-figures': { least: 'planner', body: z.strictObject({ designation: z.string().max(60), figures: makersFiguresInput }) },
} as const satisfies Record<string, Kind>

export type CommandKind = keyof typeof COMMANDS
export type CommandBody<K extends CommandKind> = z.output<(typeof COMMANDS)[K]['body']>
export const COMMAND_KINDS = Object.keys(COMMANDS) as [CommandKind, ...CommandKind[]]

/** What was done so long before it is heard has waited on its device, ms. */
const LATE_MS = 60_000
export const isLate = (doneAt: Date, heardAt: Date): boolean => heardAt.getTime() - doneAt.getTime() > LATE_MS

export const commandInput = z.strictObject({
  /** Made where it is done. */
  key: z.uuid(),
  /** When it was done, by the clock of the device. */
  at: z.iso.datetime(),
  kind: z.enum(COMMAND_KINDS),
  /** As its kind says; looked at one by one, so that a bad one holds up no other. */
  body: z.unknown(),
})
export type Command = z.output<typeof commandInput>

export const commandsInput = z.strictObject({
  /** The device, by a name that it gave itself. */
  device: z.string().trim().min(1).max(60),
  commands: z.array(commandInput).min(1).max(MOST_COMMANDS),
})

/** What became of one command. */
export interface CommandAnswer {
  key: string
  /** `again`: it was taken before, and this is the answer of then. */
  outcome: 'done' | 'again' | 'refused' | 'conflict'
  /** What was made or changed, by its number; of answers what `changeCard` answers. */
  changed?: unknown
  /** Why not; with a conflict what stands there instead. */
  problem?: Problem
}

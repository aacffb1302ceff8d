import { isLate, type CommandBody, type CommandKind } from '../../contract/commands.js'
import type { CardView } from '../../contract/cards.js'
import { LIST_ROLE, type OwnKind } from '../../contract/own-data.js'
import { mayAct, type Me } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { openCard } from '../cards/open.js'
import { changeCard, seenMoved } from '../cards/changes.js'
import { cancel, finish, handOver } from '../cards/finish.js'
import { accept, saveStep, sign, withdraw } from '../cards/steps.js'
import type { Within } from '../database.js'
import { removePaper, removeSaying, say } from '../documents/folder.js'
import { changePoints, storeGreasing, takeBackGreasing } from '../greasing/greasing.js'
import { bringEntries, kindOfBatch, removeEntry, undoBatch } from '../lists/bring.js'
import { copyMachine } from '../machines/copy.js'
import * as settings from '../plant/settle.js'
import { Refused } from '../problems.js'
import { rackName } from '../rack/bearing.js'
import * as records from '../records/change.js'
import { addVisit } from '../visits/store.js'
import { endWork, wantWork } from '../work/store.js'
import { chargeArea } from '../yard/charge.js'

/** Under what a command is done: its key, who did it, when by the device and when it was heard. */
export interface Deed {
  within: Within
  key: string
  me: Me
  at: Date
  now: Date
}

/** What came of it: what the audit says it was done to, with what, and what is answered; that is kept, so it is small. */
export interface Done {
  /** Null where nothing was changed. */
  of: string | null
  detail?: object
  changed?: unknown
}

type Does<K extends CommandKind> = (deed: Deed, body: CommandBody<K>) => Promise<Done>

/** Of a card its number and revision, of its step what stands there now. */
const onCard = ({ job, revision, steps }: CardView, detail: object, step?: string): Done => ({
  of: `job ${job.id}`,
  detail: { ...detail, ...(step !== undefined && { step }) },
  changed: { card: job.id, revision, ...(step !== undefined && { step: steps.find((s) => s.key === step) ?? null }) },
})

/** The stock is the storekeeper's, every other list the planner's. */
function mustBeAllowed(list: OwnKind, { role }: Me): void {
  if (mayAct(role, LIST_ROLE[list])) return
  throw new Refused(problem(403, 'Not allowed', `This list needs the role ${LIST_ROLE[list]}; you are signed in as ${role}.`))
}

/** What each kind does, one row a kind. */
export const DOES: { readonly [K in CommandKind]: Does<K> } = {
  'log-greasing': async ({ within, key, me, at, now }, { point, ...entry }) => {
    const added = await storeGreasing(within, point, { ...entry, key, at: at.toISOString() }, me, now)
    return { of: added ? `greasing point ${point}` : null, detail: entry, changed: { point } }
  },
  'take-back-greasing': async ({ within, me, now }, { point, greasing, reason }) => {
    await takeBackGreasing(within, point, greasing, reason, me, now)
    return { of: `greasing point ${point}`, detail: { key: greasing, reason }, changed: { point } }
  },
  'arrange-points': async ({ within, me, now }, { shaftLine, ...points }) => {
    const machine = await changePoints(within, shaftLine, points, me, now)
    return { of: `shaft line ${shaftLine}`, changed: { machine } }
  },

  'open-card': async ({ within, me, now }, body) => onCard(await openCard(within, body, me, now), body),
  'answer-card': async ({ within, me, now }, { card, ...changes }) => {
    const changed = await changeCard(within, card, changes, me, now)
    const said = changes.changes.map(({ scope, station, field, value }) => ({ scope, station, field, value }))
    return { of: `job ${card}`, detail: { changes: said }, changed }
  },
  'look-at-moved': async ({ within, now }, { card, station }) => ({ of: null, changed: await seenMoved(within, card, station, now) }),
  'write-step': async ({ within, me, at, now }, { card, step, version, values }) =>
    onCard(await saveStep(within, card, step, version, values, me, now, isLate(at, now) ? at : now), { values }, step),
  'sign-step': async ({ within, me, at, now }, { card, step, rests }) => {
    const { view, ...signed } = await sign(within, card, step, me, now, { at, rests })
    return onCard(view, signed, step)
  },
  'withdraw-signature': async ({ within, me, now }, { card, step }) => onCard(await withdraw(within, card, step, me, now), {}, step),
  'accept-step': async ({ within, me, now }, { card, step, reason }) =>
    onCard(await accept(within, card, step, reason, me, now), { reason }, step),
  'hand-over': async ({ within, now }, { card, personId }) => onCard(await handOver(within, card, personId, now), { to: personId }),
  'finish-card': async ({ within, me, now }, { card, reason }) => onCard(await finish(within, card, reason, me, now), { reason }),
  'cancel-card': async ({ within, me, now }, { card, reason }) => onCard(await cancel(within, card, reason, me, now), { reason }),

  'add-machine': async ({ within, me, now }, body) => {
    const machine = await records.addMachine(within, body, me, now)
    return { of: `machine ${machine}`, detail: { code: body.code, name: body.name }, changed: { machine } }
  },
  'change-machine': async ({ within, me, now }, { machine, ...change }) => {
    await records.changeMachine(within, machine, change, me, now)
    return { of: `machine ${machine}`, changed: { machine } }
  },
  'copy-machine': async ({ within, me, now }, { machine, codes }) => {
    const made = await copyMachine(within, machine, codes, me, now)
    return { of: `machine ${machine}`, detail: { codes }, changed: { made } }
  },
  'retire-machine': async ({ within, me, now }, { machine, retired, reason }) => {
    await records.retireMachine(within, machine, retired, reason, me, now)
    return { of: `machine ${machine}`, detail: { retired, reason }, changed: { machine } }
  },
  'add-line': async ({ within, me, now }, { machine, ...line }) => {
    await records.addLine(within, machine, line, me, now)
    return { of: `machine ${machine}`, detail: { line: line.name }, changed: { machine } }
  },
  'change-line': async ({ within, me, now }, { shaftLine, ...change }) => {
    const machine = await records.changeLine(within, shaftLine, change, me, now)
    return { of: `shaft line ${shaftLine}`, changed: { machine } }
  },

  'add-visit': async ({ within, me, now }, { shaftLine, ...seen }) => {
    const { id: visit, verdict } = await addVisit(within.client, shaftLine, seen, me.id, now)
    return { of: `line ${shaftLine}`, detail: { visit, verdict }, changed: { visit } }
  },
  'want-work': async ({ within, me, at }, { work }) => {
    const id = await wantWork(within.client, work, me.id, at)
    return { of: `machine ${work.machineId}`, detail: { work: id, why: work.why }, changed: { work: id, machine: work.machineId } }
  },
  'end-work': async ({ within, me, now }, { work, ...end }) => {
    const machine = await endWork(within.client, work, end, me.id, now)
    return { of: machine === null ? `work ${work}` : `machine ${machine}`, detail: { work, ...end }, changed: { work, machine } }
  },
  'add-saying': async ({ within, me, now }, { machine, saying }) => {
    await say(within.client, machine, saying, me, now)
    return { of: `machine ${machine}`, detail: saying, changed: { machine } }
  },
  'remove-saying': async ({ within, now }, { machine, saying }) => {
    await removeSaying(within.client, machine, saying, now)
    return { of: `machine ${machine}`, detail: { saying }, changed: { machine } }
  },
  'remove-document': async ({ within, now }, { machine, document }) => {
    await removePaper(within.client, machine, document, now)
    return { of: `machine ${machine}`, detail: { document }, changed: { machine } }
  },
  'charge-area': async ({ within }, { area, personId }) => {
    await chargeArea(within.client, area, personId)
    return { of: `area ${area}`, detail: { personId }, changed: { area } }
  },

  'name-plant': async ({ within }, { name, seen }) => {
    await settings.name(within.client, name, seen)
    return { of: 'settings', detail: { name } }
  },
  'add-grease': async ({ within }, { grease }) => {
    await settings.addGrease(within.client, grease)
    return { of: 'settings', detail: grease }
  },
  'change-grease': async ({ within }, { id, grease, seen }) => {
    await settings.changeGrease(within.client, id, grease, seen)
    return { of: 'settings', detail: { id, ...grease } }
  },
  'add-gun': async ({ within, me, now }, { gun }) => {
    await settings.addGun(within.client, gun, me, now)
    return { of: 'settings', detail: gun }
  },
  'weigh-gun': async ({ within, me, now }, { id, gun, seen }) => {
    await settings.weighGun(within.client, id, gun, me, now, seen)
    return { of: 'settings', detail: { id, ...gun } }
  },
  'settle-schools': async ({ within }, { schools, seen }) => {
    await settings.schools(within.client, schools, seen)
    return { of: 'settings', detail: schools }
  },

  'write-entries': async ({ within, me, now }, { list, entries, seen }) => {
    mustBeAllowed(list, me)
    const report = await bringEntries(within, list, entries, me, now, seen)
    return { of: `list ${list}`, detail: { entries: entries.length, batch: report.batchId }, changed: report }
  },
  'remove-entry': async ({ within, me, now }, { list, key }) => {
    mustBeAllowed(list, me)
    const batchId = await removeEntry(within, list, key, me, now)
    return { of: `list ${list}`, detail: { removed: key, batch: batchId }, changed: { batchId } }
  },
  'undo-entries': async ({ within, me, now }, { change }) => {
    const list = await kindOfBatch(within.client, change)
    mustBeAllowed(list, me)
    await undoBatch(within, change, me, now)
    return { of: `list ${list}`, detail: { batch: change }, changed: { list } }
  },
  'enter-figures': async ({ within, me, now }, { designation, figures }) => {
    const name = await rackName(within.client, designation)
    const { batchId } = await bringEntries(within, 'figures', [{ designation: name, ...figures }], me, now)
    return { of: 'list figures', detail: { designation: name, batch: batchId }, changed: { designation: name } }
  },
}

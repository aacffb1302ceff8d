import { isLate, type CommandBody, type CommandKind } from '../../contract/commands.js'
import type { Me } from '../../contract/people.js'
import { openCard } from '../cards/card.js'
import { changeCard } from '../cards/changes.js'
import { cancel, finish, handOver } from '../cards/finish.js'
import { accept, saveStep, sign, withdraw } from '../cards/steps.js'
import type { CardView } from '../../contract/cards.js'
import type { Within } from '../database.js'
import { storeGreasing, takeBackGreasing } from '../greasing/greasing.js'

/** Under what a command is done: its key, who did it, when by the device and when it was heard. */
export interface Deed {
  within: Within
  key: string
  me: Me
  at: Date
  now: Date
}

/** Does a command of a kind; what it answers is small, since it is kept. */
type Does<K extends CommandKind> = (deed: Deed, body: CommandBody<K>) => Promise<unknown>

/** Of a card its number and revision, of its step what stands there now. */
const cardSaid = ({ job, revision, steps }: CardView, step?: string) => ({
  ...{ card: job.id, revision },
  ...(step !== undefined && { step: steps.find((s) => s.key === step) ?? null }),
})

/** What each kind does, one row a kind. */
export const DOES: { readonly [K in CommandKind]: Does<K> } = {
  'log-greasing': async ({ within, key, me, at, now }, { point, ...entry }) => {
    await storeGreasing(within, point, { ...entry, key, at: at.toISOString() }, me, now)
    return { point }
  },
  'take-back-greasing': async ({ within, me, now }, { point, greasing, reason }) => {
    await takeBackGreasing(within, point, greasing, reason, me, now)
    return { point }
  },
  'open-card': async ({ within, me, now }, body) => cardSaid(await openCard(within, body, me, now)),
  'answer-card': ({ within, key, me, now }, { card, ...changes }) => changeCard(within, card, { key, ...changes }, me, now),
  'write-step': async ({ within, me, at, now }, { card, step, version, values }) =>
    cardSaid(await saveStep(within, card, step, version, values, me, now, isLate(at, now) ? at : now), step),
  'sign-step': async ({ within, me, at, now }, { card, step, rests }) =>
    cardSaid(await sign(within, card, step, me, now, { at, rests }), step),
  'withdraw-signature': async ({ within, me, now }, { card, step }) => cardSaid(await withdraw(within, card, step, me, now), step),
  'accept-step': async ({ within, me, now }, { card, step, reason }) => cardSaid(await accept(within, card, step, reason, me, now), step),
  'hand-over': async ({ within, me, now }, { card, personId }) => cardSaid(await handOver(within, card, personId, me, now)),
  'finish-card': async ({ within, me, now }, { card, reason }) => cardSaid(await finish(within, card, reason, me, now)),
  'cancel-card': async ({ within, me, now }, { card, reason }) => cardSaid(await cancel(within, card, reason, me, now)),
}

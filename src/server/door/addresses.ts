import { randomUUID } from 'node:crypto'
import type { Router } from 'express'
import type { CommandBody, CommandKind } from '../../contract/commands.js'
import type { RouteName } from '../../contract/addresses.js'
import { stationSchema } from '../../contract/answers.js'
import { OWN_KINDS } from '../../contract/own-data.js'
import { ROUTES, type CheckedBodyOf, type ReplyOf } from '../../contract/routes.js'
import { cardView } from '../cards/card.js'
import { folderPage, USUAL_ROOM } from '../documents/store.js'
import { greasingView, pointAt } from '../greasing/greasing.js'
import { idOf, pageOf, read } from '../http/guard.js'
import { route, type Call } from '../http/route.js'
import { listBatches } from '../lists/store.js'
import { machinesById } from '../machines/page.js'
import { mustBeMachine } from '../machines/view.js'
import type { ServerOptions } from '../options.js'
import { plantSettings } from '../plant/store.js'
import { notFound } from '../problems.js'
import { bearingView } from '../rack/bearing.js'
import { findVisit } from '../visits/store.js'
import { openWork } from '../work/store.js'
import { listColleagues } from '../yard/store.js'
import { takeAlone } from './door.js'

/** Addresses that do one thing each, for programs: each is a command, taken at the same door, and answers with what stands there then. */

export function addressesThatDo(router: Router, { pool, now, mostPaperBytes }: ServerOptions): void {
  /** `body` says what the call does as a command, `answer` what is shown of what came of it. A call may bring the key and the time of its own. */
  function does<K extends RouteName, C extends CommandKind>(
    name: K,
    kind: C,
    body: (call: Call<CheckedBodyOf<K>>) => CommandBody<C> | Promise<CommandBody<C>>,
    answer: (changed: never, call: Call<CheckedBodyOf<K>>) => Promise<ReplyOf<K>>,
    {
      status = 200,
      own = () => ({}),
    }: { status?: number; own?: (body: CheckedBodyOf<K>) => { key?: string; at?: string | undefined } } = {},
  ): void {
    const run = async (call: Call<CheckedBodyOf<K>>) => {
      const at = now()
      const { key = randomUUID(), at: doneAt = at.toISOString() } = own(call.body)
      const { changed } = await takeAlone(pool, { key, at: doneAt, kind, body: await body(call) }, call.me, at)
      return answer(changed as never, call)
    }
    route(router, ROUTES[name] as never, run as never, status)
  }
  const most = mostPaperBytes ?? USUAL_ROOM
  const made = { status: 201 }
  const card = (_: never, { id }: { id: number }) => cardView(pool, id, now())
  const point = ({ point: id }: { point: number }) => greasingView(pool, id, now())
  const machine = ({ machine: id }: { machine: number }) => mustBeMachine(pool, id, now())
  const settings = () => plantSettings(pool)
  const folder = (_: never, { id, req }: Pick<Call<unknown>, 'id' | 'req'>) => folderPage(pool, id, { page: pageOf(req) }, most)
  const step = ({ id, req }: Pick<Call<unknown>, 'id' | 'req'>) => ({ card: id, step: String(req.params.key) })
  const seen = ({ req }: Pick<Call<unknown>, 'req'>) => (typeof req.query.seen === 'string' ? { seen: req.query.seen } : {})
  const list = ({ req }: Pick<Call<unknown>, 'req'>) => {
    const kind = OWN_KINDS.find((k) => k === req.params.kind)
    if (!kind) throw notFound('list')
    return { list: kind }
  }
  /** What an entry of the round brings besides: the key under which it is taken once, and when it was done. */
  const ofRound = { ...made, own: ({ key, at }: { key: string; at?: string | undefined }) => ({ key, at }) }
  const without = <B extends { key: string; at?: string | undefined }>({ key: _key, at: _at, ...rest }: B) => rest

  does('logGreasing', 'log-greasing', ({ id, body }) => ({ point: id, ...without(body) }), point, ofRound)
  does('logAtPosition', 'log-greasing', async ({ id, body }) => ({ point: await pointAt(pool, id), ...without(body) }), point, ofRound)
  does('takeBackGreasing', 'take-back-greasing', ({ id, req, body }) => ({ point: id, greasing: String(req.params.key), ...body }), point)
  does('arrangePoints', 'arrange-points', ({ id, body }) => ({ shaftLine: id, ...body }), machine)

  does(
    'openCard',
    'open-card',
    ({ body }) => body,
    ({ card: id }: { card: number }) => cardView(pool, id, now()),
    made,
  )
  does(
    'changeCard',
    'answer-card',
    ({ id, body: { key: _key, ...changes } }) => ({ card: id, ...changes }),
    async (changed) => changed,
    {
      own: ({ key }) => ({ key }),
    },
  )
  does(
    'seenMoved',
    'look-at-moved',
    ({ id, req }) => ({ card: id, station: read(stationSchema, req.params.station) }),
    async (c) => c,
  )
  does('saveStep', 'write-step', (call) => ({ ...step(call), ...call.body }), card)
  does('signStep', 'sign-step', step, card)
  does('withdrawStep', 'withdraw-signature', step, card)
  does('acceptStep', 'accept-step', (call) => ({ ...step(call), ...call.body }), card)
  does('finish', 'finish-card', ({ id, body }) => ({ card: id, ...body }), card)
  does('cancelCard', 'cancel-card', ({ id, body }) => ({ card: id, ...body }), card)
  does('handOver', 'hand-over', ({ id, body }) => ({ card: id, ...body }), card)

  does('addMachine', 'add-machine', ({ body }) => body, machine, made)
  does('changeMachine', 'change-machine', ({ id, body }) => ({ machine: id, ...body }), machine)
  does(
    'copyMachine',
    'copy-machine',
    ({ id, body }) => ({ machine: id, ...body }),
    ({ made: ids }: { made: number[] }) => machinesById(pool, ids),
    made,
  )
  does('retireMachine', 'retire-machine', ({ id, body }) => ({ machine: id, ...body }), machine)
  does('addLine', 'add-line', ({ id, body }) => ({ machine: id, ...body }), machine, made)
  does('changeLine', 'change-line', ({ id, body }) => ({ shaftLine: id, ...body }), machine)

  does(
    'addVisit',
    'add-visit',
    ({ id, body }) => ({ shaftLine: id, ...body }),
    async ({ visit }: { visit: number }) => (await findVisit(pool, visit))!,
    made,
  )
  const workAt = async ({ machine: id }: { machine: number | null }) => ({ work: await openWork(pool, id) })
  does('wantWork', 'want-work', ({ body }) => ({ work: body }), workAt, made)
  does('endWork', 'end-work', ({ id, body }) => ({ work: id, ...body }), workAt)
  does('addSaying', 'add-saying', ({ id, body }) => ({ machine: id, saying: body }), folder, made)
  does('removeSaying', 'remove-saying', ({ id, req }) => ({ machine: id, saying: idOf(req, 'saying') }), folder)
  does('removeDocument', 'remove-document', ({ id, req }) => ({ machine: id, document: idOf(req, 'document') }), folder)
  does('areaCharge', 'charge-area', ({ body }) => body, async (_, { body }) => {
    const colleague = (await listColleagues(pool)).find((c) => c.id === body.personId)
    return { areas: colleague?.areas ?? [] }
  }) // prettier-ignore

  does('namePlant', 'name-plant', (call) => ({ ...call.body, ...seen(call) }), settings)
  does('addGrease', 'add-grease', ({ body }) => ({ grease: body }), settings, made)
  does('changeGrease', 'change-grease', (call) => ({ id: call.id, grease: call.body, ...seen(call) }), settings)
  does('addGun', 'add-gun', ({ body }) => ({ gun: body }), settings, made)
  does('weighGun', 'weigh-gun', (call) => ({ id: call.id, gun: call.body, ...seen(call) }), settings)
  does('schools', 'settle-schools', (call) => ({ schools: call.body, ...seen(call) }), settings)

  does(
    'addEntries',
    'write-entries',
    (call) => ({ ...list(call), ...call.body }),
    async (report) => report,
    made,
  )
  does(
    'removeEntry',
    'remove-entry',
    (call) => ({ ...list(call), key: String(call.req.params.key) }),
    async (gone) => gone,
  )
  does(
    'undoChange',
    'undo-entries',
    ({ id }) => ({ change: id }),
    () => listBatches(pool),
  )
  does(
    'makersFigures',
    'enter-figures',
    ({ req, body }) => ({ designation: String(req.params.designation).slice(0, 60), figures: body }),
    ({ designation }: { designation: string }) => bearingView(pool, designation),
  )
}

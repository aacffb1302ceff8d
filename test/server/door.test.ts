import { randomUUID } from 'node:crypto'
import { expect } from 'chai'
import { COMMANDS, COMMAND_KINDS, type CommandAnswer, type CommandKind } from '../../src/contract/commands.js'
import { sweepCommands } from '../../src/server/door/door.js'
import { linePlan } from '../../src/core/card/procedures.js'
import { figuresUnder, stepStates } from '../../src/core/card/signing.js'
import { Client, NOW, answer, cardOf, changesOf, entryFor, evaluationOf, openAt, startTwo, type Instance } from './helpers.js'

describe('one door for what people do, on two instances', () => {
  let pair: Awaited<ReturnType<typeof startTwo>>
  let one: Instance
  let two: Instance
  let technician: Client
  let planner: Client
  let viewer: Client
  before(async () => {
    pair = await startTwo()
    ;({ one, two } = pair)
    technician = await new Client(one.url).signIn('technician')
    planner = await new Client(two.url).signIn('planner')
    viewer = await new Client(two.url).signIn('viewer')
  })
  after(() => pair.close())

  const command = (kind: string, body: unknown, at = NOW) => ({ key: randomUUID(), at: at.toISOString(), kind, body })
  const send = async (client: Client, ...commands: object[]): Promise<CommandAnswer[]> => {
    const reply = await client.post('/commands', { device: 'tablet of the press house', commands })
    expect(reply.status, JSON.stringify(reply.body)).to.equal(200)
    return reply.body.answers
  }
  const greased = (point: number, grams = 18, more: object = {}) => ({
    ...{ point, kind: 'greased', greaseId: 3, gunId: 1, strokes: 12, grams, looks: '', note: '' },
    ...more,
  })
  const events = async (client: Client, point: number) => (await client.get(`/points/${point}`)).body.events.length as number
  const pointOf = async () => (await technician.get('/yard')).body.due.map((d: { pointId: number }) => d.pointId) as number[]
  const stored = async (key: string) =>
    (await one.pool.query('SELECT kind, outcome, device, at, heard_at, person_id FROM command WHERE key = $1', [key])).rows[0]

  it('is taken once, however often it arrives and wherever, and answered as the first time', async () => {
    const [point] = (await pointOf()) as [number]
    const { greaseId } = { greaseId: (await technician.get(`/points/${point}`)).body.point.grease.id as number }
    const before = await events(technician, point)
    const done = command('log-greasing', greased(point, 18, { greaseId }), new Date(NOW.getTime() - 3600_000))
    const other = new Client(two.url)
    await other.signIn('technician')
    const all = await Promise.all([technician, other, technician, other].map((c) => send(c, done)))
    expect(all.map(([a]) => a!.outcome).sort()).to.deep.equal(['again', 'again', 'again', 'done'])
    for (const [a] of all) expect(a!.changed).to.deep.equal({ point })
    expect(await events(technician, point)).to.equal(before + 1)
    expect(await stored(done.key)).to.deep.include({
      kind: 'log-greasing',
      outcome: 'done',
      device: 'tablet of the press house',
      at: new Date(done.at),
      heard_at: NOW,
    })
    const [last] = (await technician.get(`/points/${point}`)).body.events
    expect(last.at, 'when it was done, not when it arrived').to.equal(done.at)
    const [back] = await send(technician, command('take-back-greasing', { point, greasing: done.key, reason: 'wrong point' }))
    expect(back!.outcome).to.equal('done')
  })

  it('answers a list in its order; one that is refused holds up no other, says its field, and is refused again', async () => {
    const [point] = (await pointOf()) as [number]
    const { grease } = (await technician.get(`/points/${point}`)).body.point
    const bad = command('log-greasing', greased(point, 20, { greaseId: null }))
    const broken = command('log-greasing', greased(point, -3))
    const nul = command('take-back-greasing', { point, greasing: randomUUID(), reason: 'a\u0000bcdef' })
    const good = command('log-greasing', greased(point, 20, { greaseId: grease.id }))
    const answers = await send(technician, bad, broken, nul, good)
    expect(answers.map((a) => [a.key, a.outcome])).to.deep.equal([
      [bad.key, 'refused'],
      [broken.key, 'refused'],
      [nul.key, 'refused'],
      [good.key, 'done'],
    ])
    expect(answers.map((a) => a.problem?.errors?.[0]?.field)).to.deep.equal(['greaseId', 'grams', 'reason', undefined])
    const again = await send(technician, bad, good)
    expect(again.map((a) => a.outcome)).to.deep.equal(['refused', 'again'])
    expect(again[0]!.problem).to.deep.equal(answers[0]!.problem)
    // A second greasing is asked about, with what stands there.
    const [twice] = await send(technician, command('log-greasing', greased(point, 20, { greaseId: grease.id })))
    expect([twice!.outcome, twice!.problem!.title]).to.deep.equal(['conflict', 'Greased already'])
  })

  it('a key is of one person and one thing done', async () => {
    const done = command('open-card', {
      places: [(await openAt(technician, 'MM-1', ['p1.1'])).line.positions[1]!.places[0]!.id],
      reason: 'noisy',
    })
    const [opened] = await send(technician, done)
    expect(opened!.outcome).to.equal('done')
    const [foreign] = await send(planner, done)
    expect([foreign!.outcome, foreign!.problem!.title]).to.deep.equal(['refused', 'Key used'])
    const [otherKind] = await send(technician, { ...command('cancel-card', { card: 4, reason: 'not at all' }), key: done.key })
    expect(otherKind!.problem!.title).to.equal('Key used')
  })

  it('a card is answered, written on, signed, accepted, handed over and cancelled through it, and two never both win', async () => {
    const { job } = await openAt(technician, 'MP-2', ['p1.1'])
    const card = job.id
    const answerWith = async (client: Client, values: Record<string, unknown>) => {
      const { key: _key, ...changes } = changesOf(await cardOf(client, card), values)
      return command('answer-card', { card, ...changes })
    }
    const [mine, theirs] = await Promise.all([
      answerWith(technician, { 'p1/duty.dirt': 'clean' }),
      answerWith(planner, { 'p1/duty.dirt': 'wet' }),
    ])
    const both = [...(await send(technician, mine)), ...(await send(planner, theirs))]
    expect(both.map((a) => a.outcome)).to.deep.equal(['done', 'conflict'])
    expect(both[1]!.problem!.current).to.have.nested.property('conflicts[0].key', 'p1/duty.dirt')
    expect((await cardOf(planner, card)).answers['p1/duty.dirt']!.value, 'nothing of what was refused is stored').to.equal('clean')
    await send(
      technician,
      await answerWith(technician, { 'p1.1/identify.designation': '6312', 'p1.1/mount.method': 'heat', 'p1.1/mount.takeOff': 'none' }),
    )
    const step = 'line/isolate'
    const answers = await send(
      technician,
      command('sign-step', { card, step }),
      command('write-step', { card, step, version: 0, values: { tried: true } }),
      command('sign-step', { card, step }),
      command('accept-step', { card, step, reason: 'good enough' }),
      command('withdraw-signature', { card, step }),
    )
    expect(answers.map((a) => a.outcome)).to.deep.equal(['refused', 'done', 'done', 'refused', 'done'])
    expect(answers[3]!.problem!.status, 'a planner may').to.equal(403)
    expect(answers[2]!.changed).to.have.nested.property('step.signedBy', 'R. Amble')
    const [, { id: other }] = (await planner.get('/colleagues')).body as [unknown, { id: number }]
    const ended = await send(
      planner,
      command('hand-over', { card, personId: other }),
      command('finish-card', { card }),
      command('cancel-card', { card, reason: 'only a trial' }),
    )
    expect(ended.map((a) => a.outcome)).to.deep.equal(['done', 'refused', 'done'])
    expect((await cardOf(technician, card)).job.status).to.equal('cancelled')
  })

  it('a signature stands on the figures that its signer saw; one that comes too late to count is kept as it was given', async () => {
    const { job } = await openAt(technician, 'MP-2', ['p1.1'])
    const card = job.id
    const late = new Date(NOW.getTime() - 3600_000)
    const stepOf = async (key: string) => (await cardOf(planner, card)).steps.find((s) => s.key === key)
    const holds = async (key: string) => (await stateOf(key)).holds
    const stateOf = async (key: string) => {
      const { steps } = await cardOf(planner, card)
      const known = new Map(steps.map((s) => [s.key, { values: s.values, restedOn: s.restedOn, accepted: false, signedAt: s.signedAt }]))
      return stepStates(await evaluationOf(planner, card), known).find((s) => s.key === key)!
    }
    await answer(technician, card, { 'p1.1/identify.designation': '6312', 'p1.1/mount.method': 'heat', 'p1.1/mount.takeOff': 'none' })
    await answer(technician, card, { 'p1.1/fit.shaftClass': 'k5', 'p1.1/fit.housingClass': 'H7' })
    const evaluation = await evaluationOf(technician, card)
    const plan = linePlan(evaluation)
    const at = plan.findIndex((s) => s.restsOn.length > 0)
    const step = plan[at]!
    const rests = figuresUnder(evaluation, step)
    const [figure] = Object.keys(rests) as [string]
    const sign = (more: object = {}, when = late) => command('sign-step', { card, step: step.key, rests, ...more }, when)

    // What stands before it is open: on the spot it is refused, out of an outbox it is kept.
    expect(at).to.be.above(0)
    const [spot, kept] = await send(technician, sign({}, NOW), sign())
    expect([spot!.outcome, kept!.outcome]).to.deep.equal(['refused', 'done'])
    expect(await stepOf(step.key)).to.deep.include({
      signedBy: null,
      late: [{ by: 'R. Amble', at: late.toISOString(), heardAt: NOW.toISOString(), why: 'blocked' }],
    })

    for (const s of plan.slice(0, at + 1)) {
      const values = Object.fromEntries(s.fields.map((f) => [f.key, entryFor(f)]))
      if (s.fields.length)
        await send(technician, command('write-step', { card, step: s.key, version: (await stepOf(s.key))?.version ?? 0, values }, late))
      if (s !== step) await send(technician, command('sign-step', { card, step: s.key }))
    }
    const read = (await Promise.all(plan.slice(0, at + 1).map((s) => stepOf(s.key)))).flatMap((s) => s?.readings ?? [])
    expect(new Set(read.map((r) => r.at)), 'when it was read, not when it arrived').to.deep.equal(new Set([late.toISOString()]))

    // The figures have moved since: it stands as it was given, does not hold, and is asked for again.
    const [moved] = await send(technician, sign({ rests: { ...rests, [figure]: 'as it was' } }))
    expect(moved!.outcome, JSON.stringify(moved)).to.equal('done')
    expect(await stepOf(step.key)).to.deep.include({ signedBy: 'R. Amble', signedAt: late.toISOString() })
    expect(await holds(step.key)).to.equal(false)
    expect((await stateOf(step.key)).movedUnder).to.have.length(1)
    const [again] = await send(technician, sign({}, NOW))
    expect(again!.outcome, JSON.stringify(again)).to.equal('done')
    expect(await holds(step.key)).to.equal(true)

    // A step that is gone, a right that was taken away, a card that is closed.
    await send(technician, sign({ step: 'p1.1/never' }))
    const administrator = await new Client(one.url).signIn('administrator')
    const people = (await administrator.get('/people')).body as { id: number; name: string; role: string }[]
    const { id } = people.find((p) => p.name === 'R. Amble')!
    const handTo = people.find((p) => p.role === 'planner')!.id
    expect((await administrator.patch(`/people/${id}`, { role: 'viewer', handTo })).status).to.equal(200)
    const reader = await new Client(one.url).signIn('technician')
    const [fresh, lost] = await send(reader, sign({}, NOW), sign())
    expect([fresh!.problem!.status, lost!.outcome]).to.deep.equal([403, 'done'])
    const [never] = await send(viewer, sign())
    expect(never!.problem!.status, 'who never might leaves nothing').to.equal(403)
    await administrator.patch(`/people/${id}`, { role: 'technician' })
    technician = await new Client(one.url).signIn('technician')
    await send(technician, command('cancel-card', { card, reason: 'only a trial' }))
    const [closed, onTime] = await send(technician, sign(), sign({}, NOW))
    expect([closed!.outcome, onTime!.outcome]).to.deep.equal(['done', 'refused'])
    expect((await stepOf(step.key))!.late!.map((l) => l.why)).to.deep.equal(['blocked', 'role', 'closed'])
    const all = await one.pool.query('SELECT why FROM late_signature WHERE job_id = $1 ORDER BY id', [card])
    expect(all.rows.map((r) => r.why)).to.deep.equal(['blocked', 'gone', 'role', 'closed'])
  })

  it('who may is asked of each kind, and a viewer leaves nothing behind', async () => {
    const count = async () => Number((await one.pool.query('SELECT count(*) FROM command')).rows[0].count)
    const before = await count()
    for (const kind of COMMAND_KINDS) {
      const [answer] = await send(viewer, command(kind, {}))
      expect([answer!.outcome, answer!.problem!.status], kind).to.deep.equal(['refused', 403])
    }
    expect(await count()).to.equal(before)
    for (const kind of COMMAND_KINDS.filter((k: CommandKind) => COMMANDS[k].least === 'technician')) {
      const [answer] = await send(technician, command(kind, { nonsense: true }))
      expect([answer!.outcome, answer!.problem!.status], kind).to.deep.equal(['refused', 422])
    }
    expect((await new Client(one.url).post('/commands', { device: 'x', commands: [command('sign-step', {})] })).status).to.equal(401)
    const many = Array.from({ length: 101 }, () => command('sign-step', {}))
    expect((await technician.post('/commands', { device: 'x', commands: many })).status).to.equal(422)
  })

  it('keys are kept a year and then swept', async () => {
    const done = command('cancel-card', { card: 999_999, reason: 'no such card' })
    await send(technician, done)
    const day = 24 * 3600 * 1000
    await sweepCommands(one.pool, new Date(NOW.getTime() + 364 * day))
    expect(await stored(done.key)).to.not.equal(undefined)
    await sweepCommands(one.pool, new Date(NOW.getTime() + 366 * day))
    expect(await stored(done.key)).to.equal(undefined)
  })
})

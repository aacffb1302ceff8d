import {
  MACHINE_CLASSES,
  forecastRun,
  judgeRun,
  jumpOf,
  readingsOf,
  runNow,
  timesInDoubt,
  vibrationZone,
  type RunJudgement,
  type RunState,
  type RunStop,
  type VibrationZone,
} from '../../runin/run-in.js'
import { Derivation, InputError, short, worked } from '../../result.js'
import { saidLimit, type Saying } from '../../line/sayings.js'
import { amount, phrase, type Words } from '../../words/message.js'
import type { CardAnswers } from '../answers.js'
import type { PlanStep } from '../steps/plan-step.js'
import type { Motion } from '../../life/swing.js'
import type { Grease } from '../../lubrication/grease.js'
import { StationBuilder, type Figure, type StationResult, type Verdict } from '../station.js'
import type { ArrangeResult } from './arrange.js'
import type { FitStationResult } from './fit.js'
import type { LubricateResult } from './lubricate-figures.js'
import { check } from '../steps/step.js'
import { hotCheck, hotStep } from './runin-pair.js'

export interface RunInResult extends StationResult {
  run: RunJudgement
  zone: VibrationZone | null
  /** The run in hand, from 1, and why it was stopped; not there in older closed cards. */
  runNo?: number
  stopped?: RunStop | null
  /** Where to look when a run is stopped, the likeliest first. */
  lookAt: Words[]
  plan: PlanStep[]
}

const STATE_WORDS: Record<RunState, string> = {
  none: 'not started',
  warming: 'warming up',
  settled: 'settled',
  climbing: 'climbs on',
  racing: 'rises too fast',
  'over-limit': 'over the limit',
}

/** What this card knows that makes a bearing run hot. */
function suspects(known: { arrange: ArrangeResult; fit: FitStationResult; lubricate: LubricateResult; coupling?: unknown }): Words[] {
  const { arrange, fit, lubricate } = known
  const free = arrange.holding !== 'adjusted' && arrange.holding !== 'inserts'
  const oil = lubricate.plan.some((s) => s.key === 'oil-fill')
  const sealed = !oil && lubricate.plan.length === 0
  const looks: Words[] = []
  if (arrange.holding === 'several') looks.push('both ends are held: the shaft cannot grow')
  for (const { presentMm, neededMm } of Object.values(arrange.float))
    if (presentMm !== null && neededMm !== null && presentMm < neededMm)
      looks.push(phrase`the free end has ${amount(presentMm, 'gap')} and needs ${amount(neededMm, 'gap')}`)
  if (fit.clearance && fit.clearance.p025Um < 0) looks.push('the clearance left when hot can be nothing: read the group on the ring again')
  if (lubricate.mixing && lubricate.mixing.mixing !== 'compatible') looks.push('two greases may have met')
  looks.push(
    ...(oil
      ? ['the level of the oil: too high it churns and heats, too low it starves']
      : sealed
        ? []
        : ['too much grease: relief open, surplus out; or let it rest and run it on and off until the grease has found its place']),
    ...(free
      ? ['the free ring: it must move in its housing, with a locating ring at one end only']
      : arrange.holding === 'adjusted'
        ? ['the setting of the pair: too little end play heats it']
        : []),
    `a seal or cover that rubs${known.coupling === null ? ', a belt too tight' : ', a coupling pushed together, a belt too tight'}`,
  )
  return looks
}

type Answers = CardAnswers['runin']

const STOPPED: readonly RunState[] = ['climbing', 'racing', 'over-limit']

/** How the run went, with its figures; the first is the hero. */
function judged(station: StationBuilder, a: Answers, allowed: ReturnType<typeof saidLimit>): { run: RunJudgement; hero: Figure } {
  let run: RunJudgement = { state: 'none', peakC: null, lastC: null, lastRateKPerH: null }
  try {
    run = judgeRun(a.readings, a.limitC)
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    station.refuse('readings', `Allowed is ${error.allowed.replace('allowed ', '')}.`)
  }
  const sheet = new Derivation()
  if (run.lastC !== null)
    sheet.step(
      'T',
      'state of the run',
      'rises, peaks, settles: at most 4 K an hour over the last 20 minutes',
      a.readings.map((r) => `${r.temperatureC} °C at ${r.minute} min`).join(', '),
      STATE_WORDS[run.state],
      '',
      'engineering practice',
    )
  if (allowed && a.limitC > allowed.limitC)
    station.warn(
      'caution',
      'limit-over-paper',
      { document: allowed.document, allowed: amount(allowed.limitC, 'temperature'), is: amount(a.limitC, 'temperature') },
      a.limitC,
    )
  const from = sheet.result({})
  const hero = station.figure('lastC', run.state === 'settled' ? 'Settled at' : 'Temperature now', run.lastC, 'temperature', from, {
    note: phrase`limit ${amount(a.limitC, 'temperature')}${allowed && a.limitC === allowed.limitC ? `, by ${allowed.document}` : ''}`,
  })
  station.figure('peakC', 'Highest', run.peakC, 'temperature', from)
  station.figure('lastRateKPerH', 'Change in an hour, of late', run.lastRateKPerH, 'rise', from)
  const forecast = run.state === 'warming' ? forecastRun(a.readings) : null
  if (forecast && forecast.settlesC > a.limitC)
    station.warn(
      'caution',
      'run-will-pass',
      { to: amount(forecast.settlesC, 'temperature'), limit: amount(a.limitC, 'temperature') },
      Math.round(forecast.settlesC),
    )
  if (forecast)
    station.figure(
      'settlesC',
      'Will settle at about',
      forecast.settlesC,
      'temperature',
      worked(
        'Tend',
        'where it settles',
        'T(t) = Tend − A · exp(−t/τ), least squares',
        `A ${short(forecast.amountK, 3)} K, τ ${short(forecast.tauMin, 3)} min, ${a.readings.length} readings`,
        forecast.settlesC,
        '°C',
        'one mass warmed evenly: engineering practice',
      ),
      {
        note: phrase`${amount(Math.ceil(forecast.atMinute), 'minutes')} after the start, if it goes on so`,
      },
    )
  station.figure('state', 'The run', run.state === 'none' ? null : STATE_WORDS[run.state], 'text', from)
  return { run, hero }
}

/** The zone of the vibration by the class of the machine; null while either is not known. */
function vibrating(station: StationBuilder, a: Answers): VibrationZone | null {
  const zone =
    a.machineClass && a.vibrationRmsMmS !== null && a.vibrationRmsMmS >= 0 ? vibrationZone(a.machineClass, a.vibrationRmsMmS) : null
  const limits = MACHINE_CLASSES.find((c) => c.name === a.machineClass)?.limits
  const vibration = new Derivation()
  if (limits)
    vibration.step(
      'v',
      'zone boundaries A/B, B/C, C/D',
      'table by machine class',
      a.machineClass!,
      limits.join(' / '),
      'mm/s RMS',
      a.machineClass!.startsWith('group') ? 'ISO 20816-3:2022, annex A' : 'ISO 10816-1:1995, annex B',
    )
  else if (a.vibrationRmsMmS !== null)
    vibration.step(
      'v',
      'vibration velocity, RMS',
      'as measured',
      short(a.vibrationRmsMmS),
      a.vibrationRmsMmS,
      'mm/s RMS',
      'choose the class of the machine and its zone is told',
    )
  station.figure('vibrationRmsMmS', 'Vibration, RMS', a.vibrationRmsMmS, 'velocity', vibration.result({}), {
    note: zone ? phrase`zone ${zone}; good under ${amount(limits![1], 'velocity')}` : undefined,
  })
  if (a.vibrationRmsMmS !== null && a.vibrationRmsMmS < 0) station.refuse('vibrationRmsMmS', 'A velocity is not negative.')
  return zone
}

/** From here on ears are protected, dB(A). Usual law; the local rules go before it. */
const LOUD_DB = 85

/** What is wrong with the run, and where to look first. */
function warnOfRun(
  station: StationBuilder,
  a: Answers,
  run: RunJudgement,
  zone: VibrationZone | null,
  lookAt: Words,
  grease: Grease | null,
): void {
  if (STOPPED.includes(run.state))
    station.warn(
      'stop',
      `run-${run.state}`,
      { state: STATE_WORDS[run.state], lookAt },
      run.lastC === null ? undefined : Math.round(run.lastC),
    )
  if (a.freeTurn && a.freeTurn !== 'free') station.warn('stop', a.freeTurn === 'catches' ? 'turns-hard' : 'turns-hard-rough')
  if (a.noise === 'harsh') station.warn('stop', 'noise-harsh')
  if (a.noise === 'changed') station.warn('caution', 'noise-changed')
  if (zone === 'C') station.warn('caution', 'vibration-c', {}, a.vibrationRmsMmS!)
  if (a.noiseDb !== null && a.noiseDb >= LOUD_DB) station.warn('caution', 'loud', {}, Math.round(a.noiseDb))
  if (a.currentA !== null && a.ratedA !== null && a.currentA > a.ratedA)
    station.warn('caution', 'current-over', { is: amount(a.currentA, 'current'), rated: amount(a.ratedA, 'current') }, a.currentA)
  if (zone === 'D') station.warn('stop', 'vibration-d', {}, a.vibrationRmsMmS!)
  const jump = jumpOf(a.readings)
  if (jump)
    station.warn(
      'caution',
      jump.byK > 0 ? 'run-jump-up' : 'run-jump-down',
      { by: amount(Math.abs(jump.byK), 'rise'), at: amount(jump.minute, 'minutes') },
      Math.round(jump.byK),
    )
  const doubt = timesInDoubt(a.readings)
  if (doubt)
    station.ask('run-times', { claimed: amount(doubt.claimedMin, 'minutes'), written: amount(Math.ceil(doubt.writtenMin), 'minutes') })
  if (grease && a.limitC > grease.highC)
    station.warn('caution', 'limit-over-grease', { high: amount(grease.highC, 'temperature'), name: grease.name }, a.limitC)
}

/** The stop of the run in hand that nobody has looked into yet. */
const stoppedOf = (stops: readonly RunStop[]): RunStop | null => stops.find((s) => s.found === null) ?? null

/** What the release still waits for. */
function stillOpen(a: Answers, run: RunJudgement, zone: VibrationZone | null, motion: Motion['kind']): string[] {
  const open: string[] = []
  if (a.freeTurn === null) open.push('the free turn')
  if (motion === 'swings' && a.noise === null) open.push('the noise while it swings')
  // What does not turn does not warm up, and has no vibration of its own.
  if (motion !== 'turns') return open
  if (run.state !== 'settled') open.push('a settled temperature')
  if (a.noise === null) open.push('the noise')
  if (zone === null) open.push('vibration with its machine class')
  return open
}

/** Why the machine cannot be released now; undefined when it can. */
function holdOf(bad: boolean, open: readonly string[], zone: VibrationZone | null): string | undefined {
  if (bad) return 'A stop stands against it.'
  if (open.length) return `Still to come: ${open.join(', ')}.`
  return zone === 'C' ? 'The vibration is in zone C.' : undefined
}

function verdictOf(a: Answers, run: RunJudgement, zone: VibrationZone | null, bad: boolean, hold: string | undefined): Verdict {
  if (stoppedOf(a.stops)) return { word: 'stopped', level: 'stop' }
  if (bad) return { word: STOPPED.includes(run.state) ? STATE_WORDS[run.state] : 'stop', level: 'stop' }
  if (hold) return { word: STATE_WORDS[run.state], level: zone === 'C' ? 'caution' : 'open' }
  return a.noise === 'changed' ? { word: 'runs, noise changed', level: 'caution' } : { word: 'fit for release', level: 'good' }
}

/** Before a machine starts that stood for months. */
const WAKE: PlanStep = {
  key: 'wake',
  title: 'Wake the machine that stood',
  doing:
    'Turn it by hand, at least ten turns, so that oil and grease reach the upper elements. Look whether grease has bled or hardened; renew it where it has.',
  tools: ['hands', 'light', 'grease where it has to be renewed'],
  fields: [
    { key: 'turned', label: 'Turned ten times by hand, evenly', kind: 'check', quantity: 'text' },
    { key: 'grease', label: 'Grease soft and whole, or renewed', kind: 'check', quantity: 'text' },
  ],
  caution: 'Locked and tagged while hands are at it.',
  restsOn: [],
}

/** Guards on and the lock off: by whoever set it, when no hand is needed any more. */
const GUARDS: PlanStep = {
  key: 'guards',
  title: 'Guards on, then lock and tag off',
  doing: 'By the person who set them, and only when nobody stands inside. Then start without load where it can be.',
  tools: ['guards with all their bolts'],
  fields: [{ key: 'on', label: 'Guards are on', kind: 'check', quantity: 'text' }],
  caution: 'Stand clear of all that turns at the start.',
  restsOn: [],
}
/** Hands go in again after it ran: behind a lock of its own. */
const LOCK_AGAIN: PlanStep = {
  key: 'lock-again',
  title: 'Stop it, lock and tag it again',
  doing: 'Once it has run as long as the next steps want. Wait until nothing turns, lock and tag, and try to start it: it must not.',
  tools: ['lock', 'tag'],
  fields: [{ key: 'tried', label: 'Locked, tagged, tried: stays still', kind: 'check', quantity: 'text' }],
  caution: 'It is warm and stood under load: no hand goes in before the lock is on.',
  restsOn: [],
}
const GUARDS_AGAIN: PlanStep = { ...GUARDS, key: 'guards-again', doing: 'By the person who set them, and only when nobody stands inside.' }

/** The last steps of every plan. */
function lastSteps(
  hold: string | undefined,
  stored: boolean,
  handsIn: readonly PlanStep[],
  motion: Motion['kind'],
  directions: readonly Saying[],
): PlanStep[] {
  const restsOn = ['runin.lastC', 'runin.peakC', 'runin.state', 'runin.vibrationRmsMmS']
  return [
    ...(stored ? [WAKE] : []),
    motion === 'stands' ? { ...GUARDS, doing: GUARDS_AGAIN.doing } : GUARDS,
    ...(handsIn.length ? [LOCK_AGAIN, ...handsIn, GUARDS_AGAIN] : []),
    {
      key: 'release',
      title: 'Release the machine for running',
      doing: RELEASED[motion],
      tools: ['own judgement'],
      fields: directions.map((s, i) => check(`direction${i || ''}`, `It turns as ${s.document} says: ${s.words}`)),
      hold,
      restsOn,
    },
  ]
}

const REASON: Readonly<Record<Motion['kind'], string>> = {
  turns: 'A bearing that is right rises, peaks and settles within one to three hours. One that climbs on is stopped, not watched.',
  swings: 'It does not warm up by itself: it is moved through its whole way, unloaded first, and listened to.',
  stands: 'It stands: it is turned once by hand before it is loaded, and there is no run to watch.',
}

/** What the release answers for, by how the shaft moves. */
const RELEASED: Readonly<Record<Motion['kind'], string>> = {
  turns: 'Free turn, temperature, noise and vibration are written down above. The name below answers for it.',
  swings: 'Free turn and noise over its whole way are written down above. The name below answers for it.',
  stands: 'The free turn is written down above. The name below answers for it.',
}

/** The first hours: free turn, temperatures against limits, noise and vibration, and the release by name. */
export function runInStation(
  answers: CardAnswers,
  known: {
    arrange: ArrangeResult
    fit: FitStationResult
    mount: { plan: readonly PlanStep[] }
    lubricate: LubricateResult
    /** Of both housings of an adjusted pair, as last read, °C; null while they are not read. */
    housingC: number | null
    /** The look at the oil after its first minutes; null where it is grease. */
    level?: PlanStep | null
    /** A coupling drives it; null where something else does, left out where nobody has said. */
    coupling?: unknown
    /** How the shaft moves; left out where it turns. */
    motion?: Motion['kind']
    /** What the papers of the machine say here; left out where they say nothing. */
    says?: readonly Saying[]
  },
): RunInResult {
  const station = new StationBuilder('runin')
  const runNo = runNow(answers.runin.stops)
  const a: Answers = { ...answers.runin, readings: readingsOf(answers.runin.readings, runNo) }
  const allowed = saidLimit(known.says)
  const { run, hero } = judged(station, a, allowed)
  const zone = vibrating(station, a)
  const lookAt = suspects(known)
  warnOfRun(station, a, run, zone, lookAt[0]!, known.lubricate.grease)
  const stopped = stoppedOf(a.stops)
  if (stopped) station.warn('stop', 'run-stopped', { why: stopped.why })
  const { pair } = known.arrange
  const hotUm = pair ? hotCheck(station, pair, known.housingC, a.shaftNowC) : null
  const bad = station.hasStop()
  const motion = known.motion ?? 'turns'
  const hold = holdOf(bad, stillOpen(a, run, zone, motion), zone)
  return {
    ...station.close(
      REASON[motion],
      verdictOf(a, run, zone, bad, hold),
      motion === 'turns' ? hero : null,
      run.lastC === null ? '—' : amount(run.lastC, 'temperature'),
    ),
    run,
    zone,
    lookAt,
    ...{ runNo, stopped },
    plan: known.mount.plan.length
      ? lastSteps(
          hold,
          a.stored,
          motion === 'turns' ? [...(pair ? [hotStep(pair, hotUm)] : []), ...(known.level ? [known.level] : [])] : [],
          motion,
          known.says?.filter((s) => s.subject === 'direction') ?? [],
        )
      : [],
  }
}

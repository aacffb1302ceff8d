import type { Cautions, Questions } from './tables.js'

// prettier-ignore
export const RUNIN_CAUTIONS: Cautions = {
  run: 'Stop the machine and let it cool: the temperature {state}. Look first at: {lookAt}.',
  'run-over-limit': 'Stop the machine and let it cool: the temperature is over the limit. Look first at: {lookAt}.',
  'run-stopped': 'The run was stopped: {why}. Look where it says, write down what was found, and begin a new run.',
  'pair-hot-tight': 'Warm the pair has {is} of end play and wants {wanted}: it heats itself on and spalls deep. Let it cool and give it more play.',
  'pair-hot-loose': 'Warm the pair has {is} of end play and wants {wanted}: it is slack, and the rollers carry on one side only.',
  'run-jump-up': 'At {at} it jumped up by {by}: something gave way or began to rub. Look at the free ring, at seals, and whether grease was pushed between the rings.',
  'run-jump-down': 'At {at} it fell by {by} at once: grease found its way out, a ring moved to its place, or the probe came loose. Read it again.',
  'run-will-pass': 'As it goes on it will settle at about {to}, over the limit of {limit}: do not wait for it. Stop while it is still cool enough to look.',
  'run-hotter': 'The {where} is {by} hotter than the coolest position of this line: look at its load, its fit and its grease before the others.',
  'turns-hard-rough': 'It turns roughly by hand: do not start it. Find out why before power is on.',
  'turns-hard': 'It catches by hand: do not start it. Find out why before power is on.',
  'noise-harsh': 'Harsh noise: stop the machine. Grinding or knocking does not run itself in.',
  'noise-changed': 'The noise has changed: find out what from before release.',
  loud: 'So loud a place asks for ear protection; the local rules go before this.',
  'current-over': 'The motor takes {is}, its plate says {rated}: something brakes it. Look at belt, coupling, seals and grease before it runs on.',
  'vibration-c': 'The vibration is in zone C: not for running on; balance, align or look at the seats.',
  'vibration-d': 'The vibration is in zone D: it does damage. Stop the machine.',
  'limit-over-paper': 'The limit here is {is}; {document} allows {allowed}.',
  'limit-over-grease': 'The limit is above the {high} that {name} serves to.',
}

// prettier-ignore
export const RUNIN_QUESTIONS: Questions = {
  'shaft-now': ['How warm is the shaft beside its bearings, right after the stop?', 'With it the end play of the pair is known warm, by what was read and not by what was foreseen.'],
  'run-times': ['{claimed} of readings were written down within {written}: from which paper or meter do they come?', 'A run that nobody watched has not been judged; say at the finish where the readings are from.'],
}

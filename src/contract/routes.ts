import type { z } from 'zod'
import { ADDRESSES, type Address, type RouteName } from './addresses.js'
import { changesInput } from './answers.js'
import { commandsInput } from './commands.js'
import { acceptStepInput, cancelInput, finishInput, inChargeInput, newJobInput, saveStepInput } from './cards.js'
import { sayingInput } from './documents.js'
import { greasingInput, takenBackInput, pointsInput } from './greasing.js'
import { lineInput, newLineInput } from './lines.js'
import { copyInput, machineInput, newMachineInput, retireInput } from './machines.js'
import { entriesInput } from './own-data.js'
import { areaChargeInput, savedSearchInput } from './yard.js'
import {
  firstAdministratorInput,
  invitationInput,
  ownPasswordInput,
  personChange,
  personInput,
  preferencesInput,
  signInInput,
} from './people.js'
import { greaseInput, gunInput, plantInput, schoolsInput } from './plant.js'
import { makersFiguresInput } from './rack.js'
import { visitInput } from './visits.js'
import { workEndInput, workInput } from './work.js'
import type { Replies } from './replies.js'

/** What the addresses with a JSON body accept. */
export const BODIES = {
  signIn: signInInput,
  preferences: preferencesInput,
  firstAdministrator: firstAdministratorInput,
  ownPassword: ownPasswordInput,
  takeInvitation: invitationInput,
  addPerson: personInput,
  changePerson: personChange,
  addMachine: newMachineInput,
  changeMachine: machineInput,
  copyMachine: copyInput,
  retireMachine: retireInput,
  addLine: newLineInput,
  changeLine: lineInput,
  openCard: newJobInput,
  changeCard: changesInput,
  saveStep: saveStepInput,
  acceptStep: acceptStepInput,
  finish: finishInput,
  cancelCard: cancelInput,
  logGreasing: greasingInput,
  takeBackGreasing: takenBackInput,
  logAtPosition: greasingInput,
  arrangePoints: pointsInput,
  namePlant: plantInput,
  addGrease: greaseInput,
  changeGrease: greaseInput,
  addGun: gunInput,
  weighGun: gunInput,
  schools: schoolsInput,
  makersFigures: makersFiguresInput,
  saveSearch: savedSearchInput,
  areaCharge: areaChargeInput,
  addSaying: sayingInput,
  addVisit: visitInput,
  wantWork: workInput,
  endWork: workEndInput,
  handOver: inChargeInput,
  addEntries: entriesInput,
  commands: commandsInput,
} as const satisfies Partial<Record<RouteName, z.ZodType>>

type Bodies = typeof BODIES
type BodySchema<K extends RouteName> = K extends keyof Bodies ? Bodies[K] : undefined

/** One route: address, what it accepts, what it answers. */
export interface RouteSpec<K extends RouteName = RouteName> extends Address {
  name: K
  body?: BodySchema<K>
}

/** What is sent to a route, before it is checked. */
export type BodyOf<K extends RouteName> = K extends keyof Bodies ? z.input<Bodies[K]> : undefined
/** What a handler gets. */
export type CheckedBodyOf<K extends RouteName> = K extends keyof Bodies ? z.output<Bodies[K]> : undefined
/** What a route answers; those that send a file or nothing answer nothing here. */
export type ReplyOf<K extends RouteName> = K extends keyof Replies ? Replies[K] : undefined

/** The one table of routes: the access test walks over it. */
export const ROUTES = Object.fromEntries(
  (Object.entries(ADDRESSES) as [RouteName, Address][]).map(([name, address]) => [
    name,
    { ...address, name, ...(name in BODIES ? { body: BODIES[name as keyof Bodies] } : {}) },
  ]),
) as unknown as { readonly [K in RouteName]: RouteSpec<K> }

import type { BearingView, OffersView, RackView, BearingsFound } from './rack.js'
import type { CardDocument, CardView, ChangeReply, MovedView } from './cards.js'
import type { CommandAnswer } from './commands.js'
import type { BackupsView } from './backups.js'
import type { HealthView } from './backups.js'
import type { FolderPage } from './documents.js'
import type { VisitView } from './visits.js'
import type { WorkView } from './work.js'
import type { GreasingView } from './greasing.js'
import type { MachineLine, MachinePage, MachineView } from './machines.js'
import type { BatchLine, ImportProgress, ImportReport, OwnList } from './own-data.js'
import type { Deed, TurnedAway, Invitation, Person, SessionState } from './people.js'
import type { Colleague, Found, SavedSearch, Yard } from './yard.js'
import type { PartSearch } from '../core/parts/search.js'
import type { PlantRead } from './plant-document.js'
import type { PlantSettings } from './plant.js'

/**
 * What every address answers as JSON. `replies.schema.json` is made from it (`npm run schema`), stands in the OpenAPI document,
 * and is what the tests hold real answers against.
 */
export interface Replies {
  health: HealthView
  openapi: Record<string, unknown>
  session: SessionState
  signIn: SessionState
  preferences: SessionState
  firstAdministrator: SessionState
  ownPassword: SessionState
  takeInvitation: SessionState

  people: Person[]
  addPerson: Invitation
  invite: Invitation
  changePerson: Person
  turnedAway: TurnedAway[]
  deeds: Deed[]
  backups: BackupsView
  makeBackup: BackupsView

  yard: Yard
  colleagues: Colleague[]
  find: { found: Found[] }
  keptSearches: SavedSearch[]
  areaCharge: { areas: string[] }
  machines: MachinePage
  machine: MachineView

  addMachine: MachineView
  changeMachine: MachineView
  copyMachine: MachineLine[]
  retireMachine: MachineView
  addLine: MachineView
  changeLine: MachineView

  work: { work: WorkView[] }
  wantWork: { work: WorkView[] }
  endWork: { work: WorkView[] }

  addVisit: VisitView
  visit: VisitView

  documents: FolderPage
  addDocument: FolderPage
  removeDocument: FolderPage
  addSaying: FolderPage
  removeSaying: FolderPage

  commands: { answers: CommandAnswer[] }
  openCard: CardView
  card: CardView
  changeCard: ChangeReply
  seenMoved: { moved: MovedView[] }
  saveStep: CardView
  signStep: CardView
  withdrawStep: CardView
  acceptStep: CardView
  finish: CardView
  handOver: CardView
  cancelCard: CardView
  cardJson: CardDocument

  greasingPoint: GreasingView
  logGreasing: GreasingView
  takeBackGreasing: GreasingView
  logAtPosition: GreasingView
  arrangePoints: MachineView

  plantSettings: PlantSettings
  plantFileSchema: Record<string, unknown>
  readPlantFile: PlantRead
  namePlant: PlantSettings
  addGrease: PlantSettings
  changeGrease: PlantSettings
  addGun: PlantSettings
  weighGun: PlantSettings
  schools: PlantSettings

  bearings: BearingsFound
  bearing: BearingView
  parts: PartSearch
  makersFigures: BearingView
  offers: OffersView

  rack: RackView
  saveSearch: SavedSearch[]
  dropSearch: SavedSearch[]
  changes: BatchLine[]
  undoChange: BatchLine[]
  ownEntries: OwnList
  addEntries: ImportReport
  removeEntry: { batchId: number }
  importFile: ImportReport
  importProgress: ImportProgress
  stopImport: ImportProgress
}

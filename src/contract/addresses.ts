import type { Role } from './people.js'

/** Every address under /api/v1: the server mounts it, the page calls it, and the OpenAPI document describes it. */

export interface Address {
  method: 'get' | 'post' | 'put' | 'patch' | 'delete'
  /** Below /api/v1, parameters as `:name`. */
  path: string
  /** Least role; null needs no sign-in. */
  least: Role | null
  summary: string
  /** Content type of the body when it is not JSON. */
  accepts?: string
  /** Its texts are looked at one by one where they are read, so that a bad one holds up no other. */
  oneByOne?: boolean
  /** Its body is never held whole. */
  streams?: boolean
  /** Largest body that is not JSON, MB; 6 where nothing is said. */
  largestMb?: number
  /** Names in the query that it understands. */
  query?: readonly string[]
  /** Content type of the answer when it is not JSON. */
  answers?: string
}

const PDF = 'application/pdf'
const CSV = 'text/csv'
// prettier-ignore
export const ADDRESSES = {
  health: { method: 'get', path: '/health', least: null, summary: 'Whether server and database answer' },
  openapi: { method: 'get', path: '/openapi.json', least: null, summary: 'This document' },
  commands: { method: 'post', path: '/commands', least: 'viewer', oneByOne: true, summary: 'What people did, in order, each under its key: done, again, refused or conflict' },
  stream: { method: 'get', path: '/stream', least: 'viewer', summary: 'What changes, as server-sent events: of what, by its number (card, machine, line, point, list, areas, settings, plant)', answers: 'text/event-stream' },
  session: { method: 'get', path: '/session', least: null, summary: 'Who is signed in' },
  signIn: { method: 'post', path: '/session', least: null, summary: 'Sign in' },
  signOut: { method: 'delete', path: '/session', least: null, summary: 'Sign out' },
  preferences: { method: 'patch', path: '/session', least: 'viewer', summary: 'Units and light of the person' },
  ownPassword: { method: 'put', path: '/session/password', least: 'viewer', summary: 'Choose another password; every other session of the person ends' },
  signOutEverywhere: { method: 'delete', path: '/session/everywhere', least: 'viewer', summary: 'End every session of the person' },
  takeInvitation: { method: 'post', path: '/invitation', least: null, summary: 'Choose a password with a one-time code' },
  firstAdministrator: { method: 'post', path: '/first-administrator', least: null, summary: 'Make the first administrator with the printed code' },

  people: { method: 'get', path: '/people', least: 'administrator', summary: 'All people' },
  addPerson: { method: 'post', path: '/people', least: 'administrator', summary: 'Add a person' },
  invite: { method: 'post', path: '/people/:id/invitation', least: 'administrator', summary: 'Make a new one-time code; it is shown once' },
  backups: { method: 'get', path: '/backups', least: 'administrator', summary: 'Backups of the plant, newest first, and where they lie' },
  makeBackup: { method: 'post', path: '/backups', least: 'administrator', summary: 'Make a backup now' },
  turnedAway: { method: 'get', path: '/turned-away', least: 'administrator', summary: 'Sign-ins and calls that were turned away, newest first' },
  deeds: { method: 'get', path: '/people/:id/deeds', least: 'administrator', summary: 'What a person did, newest first' },
  changePerson: { method: 'patch', path: '/people/:id', least: 'administrator', summary: 'Change a person' },

  yard: { method: 'get', path: '/yard', least: 'viewer', summary: 'What needs hands, of an area (area) or a person (person): greasing due, open jobs, areas, people', query: ['area', 'person'] },
  colleagues: { method: 'get', path: '/colleagues', least: 'viewer', summary: 'Who may have work in hand, and what they have' },
  find: { method: 'get', path: '/find', least: 'viewer', summary: 'Machines, positions, cards, bearings and people that fit a text (find)', query: ['find'] },
  keptSearches: { method: 'get', path: '/searches/:screen', least: 'viewer', summary: 'Kept searches and views of a screen (rack, yard, machines)' },
  saveSearch: { method: 'put', path: '/searches', least: 'viewer', summary: 'Keep a search or view of a screen (rack, yard, machines) under a name' },
  dropSearch: { method: 'delete', path: '/searches/:id', least: 'viewer', summary: 'Drop a kept search' },
  areaCharge: { method: 'put', path: '/areas/charge', least: 'planner', summary: 'Who greases an area and what lies below it' },
  machines: { method: 'get', path: '/machines', least: 'viewer', summary: 'Machines page by page, of an area (area), by a text (find), in an order (order: code, name, area, due)', query: ['find', 'area', 'order', 'page'] },
  machine: { method: 'get', path: '/machines/:id', least: 'viewer', summary: 'A machine with its positions, jobs and timeline' },
  addMachine: { method: 'post', path: '/machines', least: 'technician', summary: 'Add a machine with its shaft lines' },
  changeMachine: { method: 'put', path: '/machines/:id', least: 'technician', summary: 'Change code, name, area, place and notes of a machine' },
  copyMachine: { method: 'post', path: '/machines/:id/copies', least: 'technician', summary: 'Machines like this one: its lines and what is fitted, without history and duty' },
  retireMachine: { method: 'put', path: '/machines/:id/retirement', least: 'planner', summary: 'Take a machine out of the lists, or bring it back' },
  addLine: { method: 'post', path: '/machines/:id/lines', least: 'technician', summary: 'Add a shaft line to a machine' },
  changeLine: { method: 'put', path: '/lines/:id', least: 'technician', summary: 'Change a shaft line on the version that was seen' },
  addVisit: { method: 'post', path: '/lines/:id/visits', least: 'technician', summary: 'Write down what a visit saw of a shaft line, without a job card' },
  visit: { method: 'get', path: '/visits/:id', least: 'viewer', summary: 'What a visit saw, and what followed from it' },
  visitPdf: { method: 'get', path: '/visits/:id/report.pdf', least: 'viewer', summary: 'A visit as one page', answers: PDF },
  documents: { method: 'get', path: '/machines/:id/documents', least: 'viewer', summary: 'What lies in the folder of a machine and what it says on bearings, page by page (page)', query: ['page'] },
  addDocument: { method: 'post', path: '/machines/:id/documents', least: 'technician', summary: 'Put a PDF or a picture into the folder (kind: manual, nameplate, picture, drawing; name)', accepts: 'application/octet-stream', largestMb: 31, query: ['kind', 'name'] },
  removeDocument: { method: 'delete', path: '/machines/:id/documents/:document', least: 'technician', summary: 'Take a file out of the folder', query: ['page'] },
  documentFile: { method: 'get', path: '/documents/:id/file', least: 'viewer', summary: 'The file itself; a PDF comes as a download', answers: 'application/octet-stream' },
  addSaying: { method: 'post', path: '/machines/:id/sayings', least: 'technician', summary: 'What a paper of the folder says on a bearing', query: ['page'] },
  removeSaying: { method: 'delete', path: '/machines/:id/sayings/:saying', least: 'technician', summary: 'Take such a saying back', query: ['page'] },
  work: { method: 'get', path: '/work', least: 'viewer', summary: 'What is wanted and what is under way, of a machine (machine) or of all', query: ['machine'] },
  wantWork: { method: 'post', path: '/work', least: 'technician', summary: 'Want something done at a machine' },
  endWork: { method: 'post', path: '/work/:id/end', least: 'technician', summary: 'It is done, or nobody wants it any more' },
  openCard: { method: 'post', path: '/cards', least: 'technician', summary: 'Open a card for places of one shaft line' },
  card: { method: 'get', path: '/cards/:id', least: 'viewer', summary: 'A job card' },
  changeCard: { method: 'post', path: '/cards/:id/changes', least: 'technician', summary: 'Change answers of a card, each on the version that was seen' },
  seenMoved: { method: 'post', path: '/cards/:id/moved/:station/seen', least: 'technician', summary: 'Moved figures of a station were seen' },
  saveStep: { method: 'put', path: '/cards/:id/steps/:key', least: 'technician', summary: 'Write on a step' },
  signStep: { method: 'post', path: '/cards/:id/steps/:key/signature', least: 'technician', summary: 'Sign a step' },
  withdrawStep: { method: 'delete', path: '/cards/:id/steps/:key/signature', least: 'technician', summary: 'Withdraw a signature' },
  acceptStep: { method: 'post', path: '/cards/:id/steps/:key/acceptance', least: 'planner', summary: 'Accept a reading out of tolerance' },
  finish: { method: 'post', path: '/cards/:id/finish', least: 'technician', summary: 'Close the card' },
  handOver: { method: 'put', path: '/cards/:id/in-charge', least: 'technician', summary: 'Who has the card in hand from now on' },
  cancelCard: { method: 'post', path: '/cards/:id/cancel', least: 'technician', summary: 'Take an opened card back, with a reason; it stays readable' },
  cardPdf: { method: 'get', path: '/cards/:id/card.pdf', least: 'viewer', summary: 'The card on paper', answers: PDF },
  cardJson: { method: 'get', path: '/cards/:id/card.json', least: 'viewer', summary: 'The card with every figure and its working' },
  sketchPdf: { method: 'get', path: '/cards/:id/sketch.pdf', least: 'viewer', summary: 'What must come off a bearing cover, for the machinist (position)', answers: PDF, query: ['position'] },
  bringPdf: { method: 'get', path: '/cards/:id/bring.pdf', least: 'viewer', summary: 'What to bring for the steps of a card', answers: PDF },
  sectionSvg: { method: 'get', path: '/cards/:id/section.svg', least: 'viewer', summary: 'The section of one place of the card (place)', answers: 'image/svg+xml', query: ['place'] },

  greasingPoint: { method: 'get', path: '/points/:id', least: 'viewer', summary: 'A greasing point: what it feeds, what goes in' },
  logGreasing: { method: 'post', path: '/points/:id/greasings', least: 'technician', summary: 'Log a greasing done or skipped' },
  takeBackGreasing: { method: 'post', path: '/points/:id/greasings/:key/taken-back', least: 'technician', summary: 'Take a greasing back that was noted by mistake, with a reason; it stays readable' },
  logAtPosition: { method: 'post', path: '/positions/:id/greasings', least: 'technician', summary: 'The same at the first point of a position, as pages of the release before send it' },
  greaseLabel: { method: 'get', path: '/points/:id/label.pdf', least: 'viewer', summary: 'The grease label with its QR code', answers: PDF },
  arrangePoints: { method: 'put', path: '/lines/:id/points', least: 'technician', summary: 'Which greasing points a line has and what each feeds, on the version that was seen' },

  plantSettings: { method: 'get', path: '/settings', least: 'viewer', summary: 'Greases, guns, school of intervals, maker’s figures' },
  plantFile: { method: 'get', path: '/plant-file', least: 'administrator', summary: 'The records of the plant as one file, a JSON object a line', answers: 'application/x-yardfrost-plant' },
  plantFileSchema: { method: 'get', path: '/plant-file.schema.json', least: null, summary: 'JSON schema of a line of that file' },
  readPlantFile: { method: 'post', path: '/plant-file', least: 'administrator', summary: 'Read such a file into a plant without machines, all of it or nothing', accepts: 'application/x-yardfrost-plant', streams: true },
  namePlant: { method: 'put', path: '/settings/plant', least: 'planner', summary: 'Name of the plant, on the version that was seen (seen)', query: ['seen'] },
  addGrease: { method: 'post', path: '/settings/greases', least: 'planner', summary: 'Add a grease' },
  changeGrease: { method: 'put', path: '/settings/greases/:id', least: 'planner', summary: 'Change a grease, on the version that was seen (seen)', query: ['seen'] },
  addGun: { method: 'post', path: '/settings/guns', least: 'technician', summary: 'Add a grease gun by weighing' },
  weighGun: { method: 'put', path: '/settings/guns/:id', least: 'technician', summary: 'Weigh a grease gun again, on the version that was seen (seen)', query: ['seen'] },
  schools: { method: 'put', path: '/settings/schools', least: 'planner', summary: 'Schools that govern unless a card chooses otherwise, on the version that was seen (seen)', query: ['seen'] },

  bearings: { method: 'get', path: '/bearings', least: 'viewer', summary: 'Bearings of the rack by a search (find), 50 of them or up to 200 (limit)', query: ['find', 'limit'] },
  bearingsCsv: { method: 'get', path: '/bearings.csv', least: 'viewer', summary: 'What a search (find) finds, as CSV', answers: CSV, query: ['find'] },
  bearing: { method: 'get', path: '/bearings/:designation', least: 'viewer', summary: 'One bearing, where it is used, its jobs' },
  bearingLabel: { method: 'get', path: '/bearings/:designation/label.pdf', least: 'viewer', summary: 'A label for shelf or box with its QR code', answers: PDF },
  parts: { method: 'get', path: '/parts', least: 'viewer', summary: 'Parts round a bearing by a search (find): sleeves, nuts, rings, blocks, seals', query: ['find'] },
  partLabel: { method: 'get', path: '/parts/:name/label.pdf', least: 'viewer', summary: 'A label for shelf or box of a part', answers: PDF },
  offers: { method: 'get', path: '/positions/:id/offers', least: 'viewer', summary: 'What on the shelf would do at a position, best first' },
  makersFigures: { method: 'put', path: '/bearings/:designation/makers-figures', least: 'planner', summary: 'Enter figures of a maker’s sheet' },

  rack: { method: 'get', path: '/rack', least: 'viewer', summary: 'The plant’s own data over the catalogue, stock and saved searches' },
  changes: { method: 'get', path: '/rack/changes', least: 'viewer', summary: 'The last changes of the plant’s own data' },
  undoChange: { method: 'post', path: '/rack/changes/:id/undo', least: 'storekeeper', summary: 'Take a change back whole' },
  ownEntries: { method: 'get', path: '/rack/:kind', least: 'viewer', summary: 'All entries of one of the plant’s lists' },
  addEntries: { method: 'post', path: '/rack/:kind', least: 'storekeeper', summary: 'Enter or change entries of a list' },
  removeEntry: { method: 'delete', path: '/rack/:kind/entries/:key', least: 'storekeeper', summary: 'Take an entry away' },
  importFile: { method: 'post', path: '/rack/:kind/file', least: 'storekeeper', summary: 'Read a CSV file: a dry run, or with apply=1 the change itself; columns names its columns as JSON, progress is a key to ask by', accepts: CSV, query: ['name', 'apply', 'columns', 'progress'] },
  importProgress: { method: 'get', path: '/imports/:key', least: 'storekeeper', summary: 'How far a list is that is being read' },
  stopImport: { method: 'post', path: '/imports/:key/stop', least: 'storekeeper', summary: 'Stop reading a list: nothing of it is kept' },
  ownTemplate: { method: 'get', path: '/rack/:kind/template.csv', least: 'viewer', summary: 'Heading and example row of a list', answers: CSV },
  ownCsv: { method: 'get', path: '/rack/:kind/list.csv', least: 'viewer', summary: 'A list as CSV that reads back', answers: CSV },
} as const satisfies Record<string, Address>

export type RouteName = keyof typeof ADDRESSES

type NamesIn<P extends string> = P extends `${string}:${infer N}/${infer Rest}`
  ? N | NamesIn<`/${Rest}`>
  : P extends `${string}:${infer N}`
    ? N
    : never

/** Parameters in the path of a route. */
export type ParamsOf<K extends RouteName> = Record<NamesIn<(typeof ADDRESSES)[K]['path']>, string | number>

/** Where a route is, its parameters and query filled in and escaped. */
export function addressOf<K extends RouteName>(name: K, params: ParamsOf<K>, query: Readonly<Record<string, string>> = {}): string {
  const given = params as Record<string, string | number>
  const path = ADDRESSES[name].path.replace(/:(\w+)/g, (_, key: string) => encodeURIComponent(given[key]!))
  const asked = new URLSearchParams(query).toString()
  return `/api/v1${path}${asked ? `?${asked}` : ''}`
}

/** The ways in which rings go on, are driven up and come off, by name: what a card can answer. Source: engineering practice. */

export const INNER_WAYS = ['press', 'heat', 'chill', 'oil'] as const
export type InnerWay = (typeof INNER_WAYS)[number]
export const OUTER_WAYS = ['push', 'press', 'warm', 'chill'] as const
export type OuterWay = (typeof OUTER_WAYS)[number]
export const TAKE_OFF_WAYS = ['apart', 'puller', 'hold-back', 'heat', 'oil', 'holes', 'slide', 'cut'] as const
export type TakeOffWay = (typeof TAKE_OFF_WAYS)[number]
export const TAKE_OFF_LABEL: Readonly<Record<TakeOffWay, string>> = {
  apart: 'ring by ring',
  puller: 'puller',
  'hold-back': 'nut held back',
  heat: 'heated off',
  oil: 'oil injection',
  holes: 'pushed out through holes',
  slide: 'slides off',
  cut: 'cut off',
}
/** What can be said of an old one: how it comes off, or that nothing is there. */
export const TAKE_OFF_ANSWERS = [...TAKE_OFF_WAYS, 'none'] as const
export const TAKE_OFF_ANSWER_LABEL: Readonly<Record<(typeof TAKE_OFF_ANSWERS)[number], string>> = {
  ...TAKE_OFF_LABEL,
  none: 'nothing to take off',
}
/** How the nut of a hub or wheel is kept from turning. */
export const HUB_LOCKS = ['castellated', 'washer', 'two-nuts'] as const
export type HubLock = (typeof HUB_LOCKS)[number]
export const HUB_LOCK_LABEL: Readonly<Record<HubLock, string>> = {
  castellated: 'castellated nut and split pin',
  washer: 'nut and lock washer',
  'two-nuts': 'two nuts against each other',
}
/** How a ring is warmed. */
export const HEATERS = ['induction', 'coil', 'plate', 'oven', 'oil-bath'] as const
export type Heater = (typeof HEATERS)[number]
export const DRIVE_WAYS = ['reduction', 'travel', 'angle'] as const
export type DriveWay = (typeof DRIVE_WAYS)[number]
/** What a bearing stands in, where that is more than a bore of the machine. */
export const STANDS_IN = ['machine', 'solid', 'split', 'flange', 'take-up'] as const
export type StandsIn = (typeof STANDS_IN)[number]
export const STANDS_IN_LABEL: Readonly<Record<StandsIn, string>> = {
  machine: 'the machine itself',
  solid: 'a solid block with a foot',
  split: 'a split block',
  flange: 'a flange',
  'take-up': 'a take-up frame',
}
/** Property classes of screws. ISO 898-1. */
export const SCREW_CLASSES = ['4.6', '5.6', '6.8', '8.8', '10.9', '12.9'] as const
export type ScrewClass = (typeof SCREW_CLASSES)[number]

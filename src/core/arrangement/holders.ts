/** What holds one ring to one side. `held` is all that was written down of it. */
export const HOLDERS = [
  'not-recorded',
  'free',
  'held',
  'shoulder',
  'locating-ring',
  'cover',
  'nut',
  'castellated-nut',
  'snap-ring',
] as const
export type Holder = (typeof HOLDERS)[number]

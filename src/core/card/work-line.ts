/** The stations of the work line, in their order; apart from what is asked there, so that a page that only names them stays small. */
export const STATIONS = ['identify', 'duty', 'select', 'arrange', 'fit', 'mount', 'lubricate', 'runin', 'inspect'] as const
export type Station = (typeof STATIONS)[number]

export const STATION_TITLE: Readonly<Record<Station, string>> = {
  identify: 'Identify',
  duty: 'Duty',
  select: 'Select',
  arrange: 'Arrange',
  fit: 'Fit',
  mount: 'Mount',
  lubricate: 'Lubricate',
  runin: 'Run in',
  inspect: 'Inspect',
}

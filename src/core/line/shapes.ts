/** Starting shapes of a line by the kind of machine, in words; `?` is the bearing that has yet to be said. */
export const STARTING_SHAPES: readonly { key: string; label: string; words: string }[] = [
  { key: 'motor', label: 'motor', words: 'coupling, ? held, 400, rotor, ? free' },
  { key: 'end-suction-pump', label: 'pump, overhung', words: 'coupling, ? pair back-to-back held, 250, ? free, impeller' },
  { key: 'between-bearings-pump', label: 'pump, between', words: 'coupling, ? free, 900, impeller, ? held' },
  { key: 'overhung-fan', label: 'fan, overhung', words: 'sheave, ? held, 500, ? free, fan wheel' },
  { key: 'fan-between', label: 'fan, between', words: 'sheave, ? held, 1500, fan wheel, ? free' },
  { key: 'countershaft', label: 'countershaft', words: 'sheave, ? held, 600, ? free, sheave' },
  { key: 'drum', label: 'conveyor drum', words: '? held, 700, drum, ? free' },
  { key: 'gear-shaft', label: 'gear shaft', words: '? held by cover left, 240, gear, ? held by cover right' },
  { key: 'spindle', label: 'spindle', words: 'tool, ? pair back-to-back held, 260, ? free, sheave' },
  { key: 'vertical-pump', label: 'pump, upright', words: 'vertical, coupling, ? pair back-to-back held, 800, ? free, impeller' },
  { key: 'line-shaft', label: 'line shaft', words: 'sheave, ? held, 2000 mm, ? free, 2000 mm, ? free, 2000 mm, ? free, 2000 mm, ? free' },
]

import type { Component } from 'vue'
import ArrangeStation from './ArrangeStation.vue'
import DutyStation from './DutyStation.vue'
import FitStation from './FitStation.vue'
import IdentifyStation from './IdentifyStation.vue'
import InspectStation from './InspectStation.vue'
import LubricateStation from './LubricateStation.vue'
import MountStation from './MountStation.vue'
import RunInStation from './RunInStation.vue'
import SelectStation from './SelectStation.vue'

/** The panel of each station, by name. */
export const PANELS: Record<string, Component> = {
  identify: IdentifyStation,
  duty: DutyStation,
  select: SelectStation,
  arrange: ArrangeStation,
  fit: FitStation,
  mount: MountStation,
  lubricate: LubricateStation,
  runin: RunInStation,
  inspect: InspectStation,
}

/** Ten machines of a board mill as a technician says them: [code, what it is, units, the line in words, how many bearings]. Invented. */
// prettier-ignore
export const TEN_MACHINES: readonly (readonly [code: string, name: string, units: 'metric' | 'inch', words: string, bearings: number])[] = [
  ['PU-1', 'Pulper, upright', 'metric', 'upright, sheave Ø560 4 belts 120 kg, 240, 22218 EK C3 on H 318 held in SN 518, 620, same free, rotor 310 kg, grease lithium VG 220 NLGI 2', 2],
  ['PP-2', 'White water pump', 'metric', 'coupling, NU 309, 300, 7309 B DB held, impeller 24 kg push 2,1 kN left, in oil ISO VG 46', 3],
  ['HF-3', 'Hood fan, hot', 'metric', 'fan wheel 185 kg, 22216 EK C3 on H 316 free in SN 516, 900, same held, sheave Ø355 3 belts', 2],
  ['LS-4', 'Line shaft of the stacker', 'metric', 'sheave Ø400 2 belts 45 kg, UCP 210 held, 1500, UCP 210, 1500, same, 1500, same, 1500, same', 5],
  ['CM-5', 'Motor of the compressor', 'metric', 'coupling, 6314 C3 held, 560, rotor 240 kg, 6314 C3 free, grease polyurea NLGI 2', 2],
  ['SP-6', 'Slitter spindle', 'metric', 'tool pull 1.8 kN up, 7014 C P4 DB held oil-air VG 68, 240, same free, sheave Ø120 1 belt', 4],
  ['GR-7', 'Guide roll on its axle', 'metric', 'leans 20, 6312-2RS held, 420, roll 420 kg, 6312-2RS free, roll turns', 2],
  ['TW-8', 'Wheel of the bale truck', 'inch', 'wheel 40 lb pull 650 lbf up, LM67048, 2.5 in, LM11949 held by castellated nut right, castellated nut, wheel turns', 2],
  ['SC-9', 'Sludge screw', 'metric', 'coupling, 22212 + 29412 held left, 700, 22212 free, screw 95 kg push 12 kN left', 3],
  ['SR-10', 'Steam roll', 'metric', 'gear Ø600 90 kg, 23048 CCK/W33 C4 on taper held in split block, 2600, roll 2400 kg, same free, in oil VG 220 circulating', 2],
]

import { expect } from 'chai'
import { findBearing, sizes } from '../../src/core/catalogue/catalogue.js'
import { adapterSleeve, nutPitchMm } from '../../src/core/catalogue/sleeves.js'
import { partPicture } from '../../src/core/drawing/part-pictures.js'
import { belongingTo, findPart, misfit, partDiffers, parts, type Thing } from '../../src/core/parts/belongs.js'
import { BLOCK_BODIES, blockFillG, blockFor, blockMassKg, locatingRings, oilLevelMm, plummerBlocks } from '../../src/core/parts/blocks.js'
import {
  HOOK_SPANNERS,
  LARGE_NUTS,
  NUT_SIZES,
  WASHERS,
  hookSpanner,
  lockNut,
  nutsOf,
  onwardDeg,
  sleeveNut,
} from '../../src/core/parts/nuts.js'
import { PART_KINDS, plainPart } from '../../src/core/parts/parts.js'
import { BORE_RINGS, SHAFT_RINGS, SNAP_RINGS } from '../../src/core/parts/rings.js'
import { searchParts, wordedParts } from '../../src/core/parts/search.js'
import { LIP_SEALS, endThreadMm } from '../../src/core/parts/seals.js'
import { ADAPTER_LENGTHS, adapterSleeves, withdrawalSleeve } from '../../src/core/parts/sleeves.js'
import type { Words } from '../../src/core/words/message.js'
import { say } from '../../src/core/words/say.js'
import { metric } from './said.js'

const row = (designation: string) => findBearing(designation)!.row
const said = (words: Words | null | undefined) => say(words ?? '', 'metric')

describe('lock nuts', () => {
  // prettier-ignore
  for (const [threadMm, nut, lock, outsideMm, widthMm, pitchMm] of [
    [10, 'KM 0', 'MB 0', 18, 4, 0.75], [17, 'KM 3', 'MB 3', 28, 5, 1], [20, 'KM 4', 'MB 4', 32, 6, 1], [25, 'KM 5', 'MB 5', 38, 7, 1.5],
    [40, 'KM 8', 'MB 8', 58, 9, 1.5], [55, 'KM 11', 'MB 11', 75, 11, 2], [60, 'KM 12', 'MB 12', 80, 11, 2], [80, 'KM 16', 'MB 16', 105, 15, 2],
    [100, 'KM 20', 'MB 20', 130, 18, 2], [160, 'KM 32', 'MB 32', 210, 25, 3], [220, 'HM 3144', 'MS 3144', 280, 32, 4], [320, 'HM 3164', 'MS 3164', 400, 42, 5],
  ] as const)
    it(`${nut} on ${threadMm} × ${pitchMm}, kept by ${lock}`, () =>
      expect(lockNut(threadMm)).to.include({ nut, lock, threadMm, pitchMm, outsideMm, widthMm }))
  it('is for threads of the standard only, and grows with them', () => {
    expect([lockNut(18), lockNut(62), lockNut(205)]).to.deep.equal([null, null, null])
    for (const rows of [NUT_SIZES, ...Object.values(LARGE_NUTS)])
      rows.slice(1).forEach(([n, outside, width], i) => {
        expect(n).to.be.above(rows[i]![0])
        expect(outside, String(n))
          .to.be.at.least(rows[i]![1])
          .and.above(5 * n)
        expect(width).to.be.at.least(rows[i]![2])
      })
  })
  it('a light nut is smaller than the ordinary one of its thread, and four slots fit on its rim', () => {
    for (const light of nutsOf('KML')) expect(light.outsideMm, light.nut).to.be.below(lockNut(light.threadMm)!.outsideMm)
    for (const [n, outside, , slot, deep] of NUT_SIZES) {
      expect(4 * slot, String(n)).to.be.below(outside)
      expect(outside - 2 * deep).to.be.above(n < 4 ? 10 : 5 * n)
    }
  })
  it('every washer has its nut, its groove and an odd number of tabs, so that a slot is met soon', () => {
    expect(WASHERS.map(([n]) => n)).to.deep.equal(NUT_SIZES.map(([n]) => n))
    for (const [, groove, thick, tabs] of WASHERS) {
      expect(tabs % 2).to.equal(1)
      expect(groove).to.be.above(thick)
    }
    // Four slots and 13 tabs meet 52 times in a turn.
    expect(onwardDeg(13)).to.be.closeTo(6.92, 0.01)
  })
  for (const [nut, from, to] of [
    ['KM 4', 30, 32],
    ['KM 5', 40, 42],
    ['KM 9', 68, 75],
    ['KM 12', 80, 90],
    ['KM 13', 80, 90],
    ['KM 20', 120, 130],
  ] as const)
    it(`${nut} is turned by the hook spanner ${from} to ${to}`, () =>
      expect(hookSpanner(nutsOf('KM').find((n) => n.nut === nut)!.outsideMm)).to.deep.equal([from, to]))
  it('the largest are turned by no hook spanner', () => expect([hookSpanner(250), HOOK_SPANNERS.at(-1)![1]]).to.deep.equal([null, 245]))
  it('the nut of a sleeve has the thread of its bearing’s bore, the light one in the narrow series', () => {
    for (const name of ['22212 K', '22216 K', '1212 K']) {
      const r = row(name)
      const { designation } = adapterSleeve(r)!
      expect(designation.replace(/^H \d+?(\d\d)$/, '$1'), name).to.equal(String(r.boreMm / 5))
      expect(sleeveNut(designation, r.boreMm)!.pitchMm).to.equal(nutPitchMm(r.boreMm))
    }
    expect([
      sleeveNut('H 3024', 120)!.nut,
      sleeveNut('H 3124', 120)!.nut,
      sleeveNut('H 3048', 240)!.nut,
      sleeveNut('H 3148', 240)!.nut,
    ]).to.deep.equal(['KML 24', 'KM 24', 'HM 3048', 'HM 3148'])
  })
})

describe('sleeves', () => {
  // prettier-ignore
  for (const [bearing, name, shaftMm, nut] of [
    ['22208 K', 'AH 308', 35, 'KM 9'], ['22210 K', 'AHX 310', 45, 'KM 11'], ['22213 K', 'AH 313', 60, 'KM 15'], ['22220 K', 'AHX 320', 95, 'KM 22'],
    ['22222 K', 'AHX 3122', 105, 'KM 24'], ['22320 K', 'AHX 2320', 95, 'KM 22'], ['22230 K', 'AHX 3130', 145, 'KM 32'], ['22234 K', 'AH 3134', 160, 'KM 36'],
    ['23136 K', 'AH 3136', 170, 'KM 38'], ['24024 K30', 'AH 24024', 115, undefined],
  ] as const)
    it(`${bearing}: withdrawal sleeve ${name} on ${shaftMm}, pulled by ${nut ?? 'the nut of its thread'}`, () => {
      const sleeve = withdrawalSleeve(row(bearing))!
      expect(sleeve).to.include({ name, shaftMm })
      expect(findPart(name)!.with[0]).to.equal(nut)
    })
  it('every bearing of the rack that has an adapter sleeve finds it among the parts, with a nut', () => {
    const names = new Set(adapterSleeves().map((s) => s.name))
    let asked = 0
    for (const r of sizes()) {
      const sleeve = adapterSleeve(r)
      if (!sleeve) continue
      asked += 1
      expect(names.has(sleeve.designation), `${sleeve.designation} of ${r.designation}`).to.equal(true)
      if (r.boreMm < 500) expect(findPart(sleeve.designation)!.with.length, sleeve.designation).to.be.above(0)
    }
    expect(asked).to.be.above(300)
  })
  it('a cylindrical bore has none, and lengths grow with the number', () => {
    expect(withdrawalSleeve(row('22213'))).to.equal(null)
    for (const rows of Object.values(ADAPTER_LENGTHS))
      rows.slice(1).forEach(([n, length], i) => expect(length, String(n)).to.be.above(rows[i]![1]))
    // The wide series of one bore is longer than the narrow one.
    for (const [n, length] of ADAPTER_LENGTHS['H 3']!)
      expect(ADAPTER_LENGTHS['H 23']!.find(([m]) => m === n)?.[1] ?? 999).to.be.above(length)
  })
})

describe('split plummer blocks', () => {
  // prettier-ignore
  for (const [block, bearing, count, outsideMm, widthMm] of [
    ['SN 505', '1205 K', 2, 52, 5], ['SN 505', '22205 K', 1, 52, 7], ['SN 509', '22209 K', 1, 85, 8], ['SN 513', '1213 K', 2, 120, 10],
    ['SN 510', '22210 K', 1, 90, 10], ['SN 510', '1210 K', 2, 90, 6.5], 
    ['SN 513', '22213 K', 1, 120, 12], ['SN 516', '22216 K', 1, 140, 10], ['SN 518', '22218 K', 2, 160, 11.2], ['SN 518', '23218 K', 1, 160, 10],
    ['SN 520', '23220 K', 1, 180, 10], ['SN 522', '22222 K', 2, 200, 13.5], ['SN 532', '22232 K', 2, 290, 17], ['SN 608', '2308 K', 1, 90, 8],
    ['SN 612', '22312 K', 1, 130, 10], ['SN 620', '21320 K', 2, 215, 18],
  ] as const)
    it(`${bearing} in ${block}: ${count} × ${outsideMm} × ${widthMm}`, () => {
      const r = row(bearing)
      const found = blockFor(r, true)!
      expect(found.name).to.equal(block)
      expect(locatingRings(found, r.widthMm)).to.deep.equal({ count, outsideMm, widthMm })
    })
  it('rings and bearing fill the seat, for every bearing that stands in one', () => {
    let held = 0
    for (const r of sizes())
      for (const onSleeve of [true, false]) {
        const block = blockFor(r, onSleeve)
        const rings = block && locatingRings(block, r.widthMm)
        if (!rings) continue
        held += 1
        expect(rings.count * rings.widthMm + r.widthMm, `${r.designation} in ${block.name}`).to.be.closeTo(block.seatWideMm, 0.021)
      }
    expect(held).to.be.above(150)
  })
  it('the same body stands under four names, taller and wider apart as it grows', () => {
    expect(blockFor(row('22213'), false)!.name).to.equal('SN 213')
    expect([blockFor(row('21313'), false)!.name, blockFor(row('6213'), false)!.name]).to.deep.equal(['SN 313', 'SN 213'])
    expect(plummerBlocks()).to.have.length(2 * (BLOCK_BODIES['5'].length + BLOCK_BODIES['6'].length))
    for (const rows of Object.values(BLOCK_BODIES))
      rows.slice(1).forEach(([n, seat, , height, bolts], i) => {
        expect(seat, String(n)).to.be.above(rows[i]![1])
        expect(height).to.be.at.least(rows[i]![3])
        if (bolts !== null && rows[i]![4] !== null) expect(bolts).to.be.at.least(rows[i]![4]!)
        // The seat lies over the foot.
        expect(height).to.be.above(seat / 2)
      })
  })
  it('a ring that fills its seat is held by none, and oil stands to the middle of the lowest roller', () => {
    expect(locatingRings({ seatMm: 120, seatWideMm: 43 }, 43)).to.equal(null)
    expect(oilLevelMm({ heightMm: 80 }, 92.5)).to.equal(33.8)
    // Two fifths of 0.785 (120² − 65²) · 43 mm³ at 0.9 g/cm³.
    expect(blockFillG({ seatMm: 120, seatWideMm: 43, boreMm: 65 })).to.be.closeTo(0.4 * 0.9e-3 * 7991.4 * 43, 0.1)
    const facts = said(
      parts()
        .find((p) => p.name === 'SN 513')!
        .facts.map(metric)
        .join('; '),
    )
    expect(facts)
      .to.contain('a ring 31 mm wide is held by 1 × 12.0 mm')
      .and.contain('oil at rest about 34 mm over its foot')
      .and.contain('first fill about 124 g')
    for (const [seatMm, kg] of [
      [90, 3],
      [215, 25],
      [290, 57],
    ] as const)
      expect(blockMassKg({ seatMm }), `SN with a seat of ${seatMm}`).to.be.closeTo(kg, 0.05 * kg)
  })
})

describe('rings and seals', () => {
  it('a groove is in the shaft, or around the bore, and rings grow with it', () => {
    for (const [shaft, , groove] of SHAFT_RINGS)
      expect(groove, String(shaft))
        .to.be.below(shaft)
        .and.above(shaft * 0.93)
    for (const [bore, , groove] of BORE_RINGS)
      expect(groove, String(bore))
        .to.be.above(bore)
        .and.below(bore * 1.08)
    for (const [outside, across] of SNAP_RINGS) expect(across - outside, String(outside)).to.be.within(3.7, 13)
    for (const rows of [SHAFT_RINGS, BORE_RINGS, SNAP_RINGS])
      rows
        .slice(1)
        .forEach(([d, a, b], i) =>
          expect([d > rows[i]![0], a >= rows[i]![1] || rows === SNAP_RINGS, b >= rows[i]![2]]).to.not.include(false),
        )
    for (const [shaft, bores, width] of LIP_SEALS)
      for (const bore of bores)
        expect(bore - shaft, String(shaft))
          .to.be.within(12, 35)
          .and.above(width)
  })
  for (const [shaft, thread] of [
    [10, 3],
    [25, 10],
    [30, 10],
    [38, 12],
    [50, 16],
    [60, 20],
    [85, 20],
    [110, 24],
    [131, null],
    [6, null],
  ] as const)
    it(`a shaft of ${shaft} has ${thread ? `M${thread}` : 'no thread'} in its end`, () => expect(endThreadMm(shaft)).to.equal(thread))
})

describe('parts of a store', () => {
  it('every name stands once, every kind has parts, and what belongs to one exists', () => {
    const names = parts().map((p) => plainPart(p.name))
    expect(new Set(names).size).to.equal(names.length)
    for (const kind of PART_KINDS)
      expect(
        parts().some((p) => p.kind === kind),
        kind,
      ).to.equal(true)
    for (const p of parts()) for (const name of p.with) expect(findPart(name), `${name} of ${p.name}`).to.not.equal(null)
  })
  it('every part has a picture on its paper with its sizes in the reader’s words', () => {
    const seen = new Set<string>()
    for (const p of parts()) {
      const { width, height, primitives, description } = partPicture(p, (mm) => `${mm} mm`)
      seen.add(JSON.stringify(primitives.filter((x) => x.kind !== 'text')))
      for (const [what, mm] of p.sizes) expect(description, p.name).to.contain(`${what} ${mm} mm`)
      for (const x of primitives) {
        if (x.kind === 'path') continue
        const points =
          x.kind === 'line'
            ? [
                [x.x1, x.y1],
                [x.x2, x.y2],
              ]
            : x.kind === 'circle'
              ? [
                  [x.cx - x.r, x.cy - x.r],
                  [x.cx + x.r, x.cy + x.r],
                ]
              : [[x.x, x.y]]
        for (const [px, py] of points)
          expect(px! >= 0 && px! <= width && py! >= 0 && py! <= height, `${p.name} ${JSON.stringify(x)}`).to.equal(true)
      }
    }
    expect(seen.size, 'as different as the parts are').to.be.above(100)
  })
  // prettier-ignore
  for (const [bearing, ...wanted] of [
    ['22213 K', 'H 313', 'KM 13', 'MB 13', 'AH 313', 'SN 513', 'Locating ring 120 × 12', 'Lip seal 60 × 80 × 8'],
    ['6312', 'KM 12', 'MB 12', 'Retaining ring 60, shaft', 'Retaining ring 130, bore', 'End plate 60', 'Felt ring 60'],
    ['UC 208', 'UCP 208', 'UCF 208', 'UCFL 208', 'UCT 208', 'UCC 208'],
    ['2211', 'KM 11', 'SN 211', 'Locating ring 100 × 8'],
  ] as const)
    it(`${bearing}: ${wanted.join(', ')}`, () => expect(belongingTo(row(bearing)).map((b) => b.name)).to.include.members([...wanted]))
  it('no sleeve belongs to a cylindrical bore, and two rings are counted as two', () => {
    expect(belongingTo(row('22213')).some(({ name }) => name.startsWith('H '))).to.equal(false)
    expect(belongingTo(row('1213 K')).find(({ name }) => name.startsWith('Locating'))!.count).to.equal(2)
    expect(belongingTo(row('22213 K')).find(({ name }) => name.startsWith('Locating'))!.count).to.equal(1)
  })
  it('a snap ring belongs only where a groove is', () => {
    const snaps = (found: readonly { name: string }[]) => found.some(({ name }) => name.startsWith('Snap'))
    expect(snaps(belongingTo(row('6312')))).to.equal(false)
    expect(snaps(belongingTo(row('6312'), true))).to.equal(true)
    expect(snaps(searchParts('ring for 6312 NR').parts)).to.equal(true)
    expect(snaps(searchParts('ring for 6312').parts)).to.equal(false)
  })
})

describe('parts that do not go together', () => {
  const thing = (name: string): Thing => {
    const part = findPart(name)
    return part ? { part } : { row: row(name) }
  }
  // prettier-ignore
  for (const [a, b, words] of [
    ['H 2313', '22213 K', 'H 2313 is of another series: its length or thread is not that of H 313'],
    ['H 312', '22213 K', 'H 312 is for a bore of 60 mm, 22213 K has 65 mm: H 313 belongs to it.'],
    ['H 313', '22213', '22213 has a cylindrical bore: it sits on no sleeve.'],
    ['MB 12', 'KM 13', 'MB 12 belongs to KM 12, not to KM 13: take MB 13.'],
    ['MBL 24', 'KM 24', 'take MB 24.'],
    ['KM 24', 'H 3024', 'is of another series: KML 24 belongs to it.'],
    ['KM 12', 'H 313', 'KM 12 has thread 60 mm, H 313 has 65 mm: KM 13 belongs to it.'],
    ['KM 13', 'AH 313', 'KM 13 does not pull AH 313: KM 15 does.'],
    ['Locating ring 120 × 10', '22213 K', '22213 K takes one ring 120 × 12.'],
    ['Locating ring 110 × 8', 'SN 513', 'The ring is 110 mm outside, the seat of SN 513 is 120 mm.'],
    ['SN 512', '22213 K', 'The seat of SN 512 is 110 mm, 22213 K is 120 mm outside.'],
    ['KM 13', '6312', 'KM 12 belongs to 6312, not KM 13.'],
    ['Snap ring 120', '6312', 'It is for 120 mm outside, 6312 has 130 mm.'],
    ['MS 3048', 'HM 3044', 'take MS 3044.'],
    ['Hook spanner 68 to 75', 'KM 13', 'KM 13 is 85 mm over all: Hook spanner 80 to 90 fits it.'],
  ] as const)
    it(`${a} and ${b}: ${words}`, () => {
      expect(said(misfit(thing(a), thing(b)))).to.contain(words)
      expect(misfit(thing(b), thing(a)), 'in whichever order').to.deep.equal(misfit(thing(a), thing(b)))
    })
  for (const [a, b] of [
    ['H 313', '22213 K'],
    ['KM 13', 'H 313'],
    ['MB 13', 'KM 13'],
    ['SN 513', '22213 K'],
    ['Locating ring 120 × 12', '22213 K'],
    ['Locating ring 120 × 10', '1213 K'],
    ['UCP 208', 'UC 208'],
  ] as const)
    it(`${a} and ${b} do`, () => expect(misfit(thing(a), thing(b))).to.equal(null))
  it('of what no standard speaks nothing is said', () => expect(misfit(thing('Felt ring 60'), thing('KM 12'))).to.equal(undefined))
  // prettier-ignore
  for (const [wanted, read, words] of [
    ['H 313', 'h313', ''], ['H 313', 'H 2313', 'H 313 is wanted: H 2313 has length 65 mm instead of 50 mm.'],
    ['H 313', 'KM 13', 'KM 13 is something else'], ['H 313', 'banana', 'no part of the tables is called so'],
  ] as const)
    it(`${read} read where ${wanted} is wanted`, () => expect(said(partDiffers(wanted, read))).to.contain(words).and.satisfy((s: string) => (words ? s : !s)))
})

describe('parts by words', () => {
  // prettier-ignore
  for (const [text, ...found] of [
    ['sleeve for 22213 K on 60', 'H 313', 'AH 313'], ['adapter sleeve 22213', 'H 313'], ['withdrawal sleeve 22320 K', 'AHX 2320'],
    ['nut for 6312', 'KM 12'], ['washer for KM 13', 'MB 13'], ['spanner for KM 13', 'Hook spanner 80 to 90'], ['block for 22213 K', 'SN 513'],
    ['lip seal 60', 'Lip seal 60 × 80 × 8', 'Lip seal 60 × 85 × 8'], ['ucp 205', 'UCP 205'], ['locating ring for 1213 K', 'Locating ring 120 × 10'],
    ['end plate 60', 'End plate 60'], ['shim', 'Shim 0.10'], ['felt on 50', 'Felt ring 50'], ['km13', 'KM 13'],
  ] as const)
    it(text, () => expect(searchParts(text).parts.map((p) => p.name)).to.include.members([...found]))
  it('two that were named are judged, a word that means nothing is named, and why there is none is said', () => {
    expect(searchParts('H 2313 for 22213 K').together).to.include({ fits: false })
    expect(searchParts('mb13 km13').together).to.include({ fits: true })
    expect(searchParts('felt ring 60 KM 12').together!.fits).to.equal(false)
    expect(searchParts('banana').unknown).to.deep.equal(['banana'])
    expect(said(searchParts('sleeve for 6312').nothing)).to.equal('6312 has a cylindrical bore: it sits on no sleeve.')
    const inches = wordedParts(searchParts('SN 513'), 'inch')
    expect(JSON.stringify(inches), 'nothing marked is left').to.not.match(/\{\d/)
    expect(inches.parts[0]!.facts.map(metric).join()).to.contain('over its foot').and.contain(' in ')
    expect(said(searchParts('axial seal on 60').nothing))
      .to.contain('Order by the shaft, 60 mm')
      .and.contain('stretched by about a tenth')
    expect(searchParts('lip seal on 60').nothing, 'radial ones have a standard').to.equal(null)
    expect(said(searchParts('withdrawal sleeve 1205 K').nothing)).to.contain('No withdrawal sleeve belongs to 1205 K')
  })
  it('a shaft narrows what is found, and nothing typed gives the first of all', () => {
    expect(searchParts('sleeve on 60').parts.every((p) => p.shaftMm === 60)).to.equal(true)
    expect(searchParts('sleeve for 22213 K on 65').parts).to.have.length(0)
    const all = searchParts('')
    expect(all.parts.length + all.more).to.equal(parts().length)
  })
})

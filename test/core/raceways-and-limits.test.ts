import { expect } from 'chai'
import { lockedGrowth, SHAFT_YIELD_MPA } from '../../src/core/arrangement/locked-growth.js'
import { seatUnder } from '../../src/core/line/seats.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { recommendFit } from '../../src/core/fits/recommend.js'
import { cautionsOf, figuresOf, filledCard } from './line.js'
import { metric } from './said.js'

/** What a shaft must be where rollers run on it, what it stands where it cannot grow, and a bore that sits on it without a sleeve. */

describe('a shaft that is a raceway', () => {
  // prettier-ignore
  const cases = [
    // bearing, class of the shaft, its limits; class of the housing, its limits (ISO 286)
    ['RNA 4912', 'h5', '68 mm', [-13, 0]],
    ['HK 2016', 'h5', '20 mm', [-9, 0]],
    ['K 25x29x13', 'h5', '25 mm', [-9, 0]],
  ] as const
  for (const [name, shaftClass, , [low, high]] of cases)
    it(`${name}: size limits, hardness, depth and roughness stand at Fit, and no class of a seat on the shaft`, () => {
      const e = filledCard(name)
      const figures = figuresOf(e)
      const bore = findBearing(name)!.row.boreMm
      expect(e.fit.shaft).to.equal(null)
      expect(figures.get('fit.shaftClass')).to.include({ value: shaftClass })
      expect(metric(figures.get('fit.shaftClass')!.label)).to.contain('raceway')
      const note = figures.get('fit.shaftClass')!.note!
      expect(metric(note))
        .to.contain((bore + low / 1000).toString())
        .and.to.contain(`${bore + high / 1000}`)
      expect(figures.get('fit.racewayHrc')!.value).to.equal(58)
      expect(figures.get('fit.racewayDepthMm')!.value).to.be.at.least(0.3)
      expect(figures.get('fit.racewayRaUm')!.value).to.equal(0.2)
    })
  it('the step holds the shaft to the same limits as Fit', () => {
    const step = filledCard('RNA 4912').mount.plan.find((s) => s.key === 'raceway')!
    const size = step.fields.find((f) => f.key === 'shaftMm')!
    expect([size.min, size.max]).to.deep.equal([67.987, 68])
  })
  it('one with its inner ring has a seat as before', () => expect(figuresOf(filledCard('NA 4912')).has('fit.racewayHrc')).to.equal(false))
})

describe('a bore on the taper of the shaft itself', () => {
  const options = {
    family: 'spherical-roller',
    boreMm: 90,
    outsideMm: 160,
    innerRingLoad: 'rotating',
    outerRingLoad: 'stationary',
    loadRatio: 0.1,
  } as const
  it('is advised in words of its own, not in those of a sleeve', () => {
    const { shaftClass, shaftReason } = recommendFit({ ...options, options: { sleeve: true, directTaper: '1:12' } }).values
    expect(shaftClass).to.equal('taper 1:12')
    expect(shaftReason).to.contain('taper of the shaft itself').and.not.contain('h9').and.not.contain('leeve')
    expect(recommendFit({ ...options, options: { sleeve: true } }).values.shaftReason)
      .to.contain('leeve')
      .and.contain('h9')
  })
  it('has a shaft known to be tapered by the record alone', () => {
    const { row } = findBearing('22218 K')!
    expect(seatUnder(row, { kind: 'taper' } as never)).to.include({ hold: 'taper', sleeve: null })
    expect(seatUnder(row).hold).to.equal('sleeve')
  })
})

describe('a shaft that cannot grow', () => {
  const at = (growthMm: number, more = {}) =>
    lockedGrowth({ growthMm, shaftDiameterMm: 50, spanMm: 1000, material: 'carbon-steel', seatStiffnessNUm: 1e7, ...more })
  it('is told once its own stress is over what its kind stands: 206 GPa · 1.5 mm / 1 m is 309 MPa', () => {
    expect(at(1.5).cautions.map((c) => c.code)).to.deep.equal(['locked-yield'])
    expect(at(1.4).cautions, '288 MPa').to.deep.equal([])
    expect(at(1.4, { material: 'austenitic-stainless' }).cautions.map((c) => c.code)).to.deep.equal(['locked-yield'])
    expect(SHAFT_YIELD_MPA['austenitic-stainless']).to.be.below(SHAFT_YIELD_MPA['carbon-steel'])
  })
  it('says it on the card for a shaft that grows and for one that shrinks', () => {
    const arrange = {
      driveEndHeld: true,
      nonDriveEndHeld: true,
      spanMm: 400,
      shaftMaterial: 'carbon-steel',
      housingMaterial: 'aluminium',
      assemblyC: 20,
    }
    const grows = filledCard('6304', { arrange: { ...arrange, shaftHotC: 280, housingHotC: 20 } as never })
    const shrinks = filledCard('6304', { arrange: { ...arrange, shaftHotC: 20, housingHotC: 180 } as never })
    for (const e of [grows, shrinks]) expect(cautionsOf(e).map((c) => c.code)).to.include('locked-yield')
  })
})

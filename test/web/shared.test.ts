import { expect } from 'chai'
import fc from 'fast-check'
import { shared } from '../../src/web/stores/shared.js'

describe('what did not change', () => {
  it('stays the same object, part by part', () => {
    const before = { fit: { class: 'k5', limits: [2, 15] }, mount: { force: 12, steps: [{ key: 'a' }, { key: 'b' }] } }
    const now = { fit: { class: 'm6', limits: [2, 15] }, mount: { force: 12, steps: [{ key: 'a' }, { key: 'b' }] } }
    const kept = shared(before, now)
    expect(kept).to.deep.equal(now).and.not.equal(before)
    expect(kept.mount).to.equal(before.mount)
    expect(kept.fit.limits).to.equal(before.fit.limits)
    expect(now.mount, 'what was given is not changed').to.not.equal(before.mount)
    expect(shared(before, structuredClone(before))).to.equal(before)
  })
  it('says always what is now, whatever was before', () =>
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (before, now) => {
        const given = structuredClone(now)
        expect(shared(before, now)).to.deep.equal(given)
        expect(now).to.deep.equal(given)
        expect(shared(now, structuredClone(now))).to.equal(now)
      }),
    ))
  it('a part that is gone, or that is not known now, is no part that is kept', () => {
    expect(shared({ a: 1, b: undefined }, { a: 1 }))
      .to.deep.equal({ a: 1 })
      .and.not.have.property('b')
    expect(shared([1, 2, 3], [1, 2])).to.deep.equal([1, 2])
    expect(shared({ a: 1 }, { a: undefined })).to.deep.equal({ a: undefined })
    expect(shared([1], { 0: 1 } as unknown)).to.deep.equal({ 0: 1 })
    expect(shared(new Map([[1, 2]]), new Map([[1, 3]])).get(1)).to.equal(3)
  })
})

// Mocha's spec reporter, which also leaves its totals where the test command can add them up.
const { writeFileSync } = require('node:fs')
const Mocha = require('mocha')

module.exports = class CountReporter extends Mocha.reporters.Spec {
  constructor(runner, options) {
    super(runner, options)
    runner.once('end', () => {
      if (process.env.YARDFROST_TOTALS) writeFileSync(process.env.YARDFROST_TOTALS, JSON.stringify(this.stats))
    })
  }
}

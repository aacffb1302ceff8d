import { expect } from 'chai'
import { createServer, type ViteDevServer } from 'vite'

/** The screen of a card shows a procedure that only stands in the lists: its stations, its panel, its figures. */
describe('the panel of a made-up station', () => {
  let vite: ViteDevServer
  before(async function () {
    this.timeout(120_000)
    const server = { middlewareMode: true, hmr: false, ws: false as const, watch: null }
    vite = await createServer({ server, appType: 'custom', logLevel: 'error', optimizeDeps: { noDiscovery: true } })
  })
  after(() => vite.close())

  it('is shown where the lists name it, with what it asks and what it answers', async function () {
    this.timeout(120_000)
    const { fetch } = globalThis
    const { renderMadeUp } = await vite.ssrLoadModule('/test/web/made-up-page.ts')
    const html: string = await renderMadeUp().finally(() => (globalThis.fetch = fetch))
    const text = html
      .replace(/<!--.*?-->/g, '')
      .replace(/<[^>]+>/g, ' ')
      .replace(/\s+/g, ' ')
    for (const words of ['How the cover sits', 'With a feeler.', 'It stands off by 0.80 mm.', 'too far', 'Hand over', '1 of 1'])
      expect(text).to.contain(words)
    for (const none of ['Identify', 'Lubricate', 'Run in']) expect(text, 'of the nine').to.not.contain(none)
  })
})

// Headless Chromium with an exact viewport, for journeys and pictures.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Builder } from 'selenium-webdriver'
import chrome from 'selenium-webdriver/chrome.js'

const FLAGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--hide-scrollbars',
  '--force-device-scale-factor=1',
  '--lang=en-GB',
  // As for people who ask for less motion: what is pressed does not move away under the pointer, and nothing is looked at half faded in.
  '--force-prefers-reduced-motion',
]

/**
 * @param {{browser: string, driver: string}} programs
 * @param {{width?: number, height?: number}} size
 */
export async function openBrowser({ browser, driver }, { width = 1280, height = 800 } = {}) {
  const profile = mkdtempSync(join(tmpdir(), 'yardfrost-profile-'))
  const options = new chrome.Options().setChromeBinaryPath(browser)
  options.addArguments(...FLAGS, `--user-data-dir=${profile}`, `--window-size=${width},${height}`)
  const web = await new Builder().forBrowser('chrome').setChromeOptions(options).setChromeService(new chrome.ServiceBuilder(driver)).build()
  // A window of this size shows less than it; the viewport is set on the device itself.
  const command = (name, args) => web.sendDevToolsCommand(name, args)
  const resize = (w, h) => command('Emulation.setDeviceMetricsOverride', { width: w, height: h, deviceScaleFactor: 1, mobile: false })
  await resize(width, height)
  const close = async () => {
    await web.quit()
    rmSync(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 })
  }
  return { web, resize, command, close }
}

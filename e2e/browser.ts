/** Debian's Chromium under selenium-webdriver, with viewport, screenshots and the DevTools protocol. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { Builder, By, error, logging, type WebElement } from 'selenium-webdriver'
import chrome from 'selenium-webdriver/chrome.js'

export interface Browser {
  readonly driver: chrome.Driver
  viewport(width: number, height: number, mobile?: boolean): Promise<void>
  protocol(command: string, parameters?: object): Promise<Record<string, unknown>>
  shot(): Promise<Buffer>
  /** Waits for the first element that fits and is shown. @param selector - CSS, or XPath when it begins with a slash */
  see(selector: string, withinMs?: number): Promise<WebElement>
  click(selector: string): Promise<void>
  type(selector: string, text: string): Promise<void>
  /** Waits until `check` is true of what the script returns in the page. */
  until<T>(script: string, check: (value: T) => boolean, withinMs?: number): Promise<T>
  close(): Promise<void>
}

/** The button with exactly these words. */
export const button = (words: string): string => `//button[normalize-space()="${words}"]`

export async function openBrowser(extra: readonly string[] = []): Promise<Browser> {
  const profile = mkdtempSync(path.join(tmpdir(), 'yimble-chromium-'))
  const options = new chrome.Options()
  options.setChromeBinaryPath('/usr/bin/chromium')
  options.addArguments(
    '--headless=new',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-dev-shm-usage',
    '--hide-scrollbars',
    '--disable-quic',
    '--no-first-run',
    '--no-default-browser-check',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-extensions',
    '--mute-audio',
    '--force-color-profile=srgb',
    '--force-device-scale-factor=1',
    '--window-size=1280,800',
    '--lang=en-GB',
    `--user-data-dir=${profile}`,
    ...extra,
  )
  const preferences = new logging.Preferences()
  preferences.setLevel(logging.Type.BROWSER, logging.Level.ALL)
  options.setLoggingPrefs(preferences)
  // A driver named by path keeps selenium from looking for downloads.
  const service = new chrome.ServiceBuilder('/usr/bin/chromedriver')
  const driver = (await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(service)
    .build()) as chrome.Driver
  await driver.manage().setTimeouts({ implicit: 0, pageLoad: 60_000, script: 60_000 })
  const protocol = (command: string, parameters: object = {}) =>
    driver.sendAndGetDevToolsCommand(command, parameters as never) as unknown as Promise<
      Record<string, unknown>
    >
  let isTouched: boolean | undefined
  const viewport = async (width: number, height: number, mobile = false) => {
    await protocol('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile })
    if (isTouched === mobile) return
    isTouched = mobile
    await protocol('Emulation.setTouchEmulationEnabled', { enabled: mobile, maxTouchPoints: mobile ? 5 : 1 })
  }
  await viewport(1280, 800)
  const locate = (selector: string) => (/^\(?\//.test(selector) ? By.xpath(selector) : By.css(selector))
  // Found and looked at in one step: an element that is drawn anew in between is looked for again.
  const see = (selector: string, withinMs = 20_000, enabled = false) =>
    driver.wait(
      async () => {
        try {
          const element = await driver.findElement(locate(selector))
          return (await element.isDisplayed()) && (!enabled || (await element.isEnabled())) && element
        } catch (failure) {
          if (failure instanceof error.NoSuchElementError) return false
          if (failure instanceof error.StaleElementReferenceError) return false
          throw failure
        }
      },
      withinMs,
      `not ${enabled ? 'to be clicked' : 'shown'}: ${selector}`,
    ) as Promise<WebElement>
  return {
    driver,
    viewport,
    protocol,
    see,
    shot: async () =>
      Buffer.from(String((await protocol('Page.captureScreenshot', { format: 'png' })).data), 'base64'),
    async click(selector) {
      for (let tries = 3; ; tries -= 1)
        try {
          const element = await see(selector, undefined, true)
          await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', element)
          return await element.click()
        } catch (failure) {
          // Drawn anew between the look and the click: a person would not notice.
          if (tries === 1 || !(failure instanceof error.StaleElementReferenceError)) throw failure
        }
    },
    async type(selector, text) {
      const element = await see(selector)
      await driver.executeScript('arguments[0].focus(); arguments[0].select?.()', element)
      await element.sendKeys(text)
    },
    async until<T>(script: string, check: (value: T) => boolean, withinMs = 20_000) {
      const end = Date.now() + withinMs
      for (;;) {
        const value = await driver.executeScript<T>(`return (${script})`)
        if (check(value)) return value
        if (Date.now() > end)
          throw new Error(`still ${JSON.stringify(value)} after ${withinMs} ms: ${script}`)
        await new Promise((done) => setTimeout(done, 50))
      }
    },
    async close() {
      await driver.quit()
      rmSync(profile, { recursive: true, force: true, maxRetries: 5 })
    },
  }
}

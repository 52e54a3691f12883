process.env.YIMBLE_STUDIO_URL='http://127.0.0.1:4310'; process.env.YIMBLE_DELIVERY_URL='http://127.0.0.2:4320'; process.env.YIMBLE_STANDINS_PORT='4330'
import { writeFileSync } from 'node:fs'
const { openBrowser } = await import('./e2e/browser')
const { signIn, api, clientNamed } = await import('./e2e/world')
const b = await openBrowser([])
const wait = (ms: number) => new Promise((r) => setTimeout(r, ms))
const shot = async (name: string) => { await wait(500); writeFileSync(`/tmp/n/${name}.png`, await b.shot()); console.log(name) }
const js = (s: string) => b.driver.executeScript(s)
const widget = async (client: string, name: string) => { const id = await clientNamed(b, client); return (await api<any[]>(b, 'GET', `/clients/${id}/widgets`)).find((w) => w.name === name) }
const bench = async (client: string, name: string, key: string) => { const w = await widget(client, name); await b.driver.get(`http://127.0.0.1:4310/widgets/${w.id}`); await wait(4000); await b.driver.actions().sendKeys(key).perform(); await wait(1200) }
async function run() {
  await b.viewport(1280, 800)
  await b.driver.get('http://127.0.0.18:4330/')
  await wait(2500)
  await js(`window.r=[...document.querySelectorAll('[data-yimble]')].map(e=>e.shadowRoot).filter(Boolean).at(-1); r.querySelector('button').click()`)
  await wait(1800)
  await js(`r.querySelector('[name=subject]').focus()`)
  await b.driver.actions().sendKeys('My cat has stopped eat').perform()
  await wait(1200)
  await shot('h1')
  await js(`r.querySelector('[part=help] button').click()`)
  await wait(700)
  await shot('h2')
  await b.viewport(390, 800)
  await shot('h3')
  await signIn(b)
  await b.viewport(1280, 800)
  await bench('Juniper Lane Vets', 'Ask the practice', '1')
  await shot('h4')
  await b.driver.actions().sendKeys('2').perform()
  await shot('h5')
  const w = await widget('Juniper Lane Vets', 'Ask the practice')
  await b.driver.get('http://127.0.0.1:4310/widgets/'+w.id+'/help')
  await shot('h6')
}
try { await run() } catch (e) { console.log(e) } finally { await b.close() }
process.exit(0)

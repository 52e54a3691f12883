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
  await signIn(b)
  await b.viewport(1280, 900)
  const id = await clientNamed(b, 'Marlowick Bakery')
  await b.driver.get('http://127.0.0.1:4310/clients/'+id)
  await wait(2500)
  await js(`document.getElementById('lists').scrollIntoView({block:'center'})`)
  await shot('p1')
  await b.click('//button[starts-with(normalize-space(), "Where they go")]')
  await wait(1500)
  await shot('p2')
  const v = await clientNamed(b, 'Juniper Lane Vets')
  const w = await widget('Juniper Lane Vets', 'Ask the practice')
  await b.driver.get('http://127.0.0.1:4310/widgets/'+w.id+'/help')
  await shot('p3')
  await b.driver.get('http://127.0.0.1:4310/inbox')
  await wait(1500)
  await shot('p4')
  await b.viewport(390, 800, true)
  await shot('p5')
  await b.viewport(1280, 800)
  await api(b, 'POST', '/sign-out').catch(()=>0)
  await b.driver.get('http://127.0.0.1:4310/sign-in')
  await b.type('input[name=email]', 'nurses@juniper-lane.example')
  await b.type('input[name=password]', 'fernhollow')
  await b.click('button[type=submit]')
  await wait(2500)
  await shot('p6')
}
try { await run() } catch (e) { console.log(e) } finally { await b.close() }
process.exit(0)

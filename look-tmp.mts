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
  await b.driver.get('http://127.0.0.18:4330/'); await wait(3500);
  console.log(await js('const h=document.querySelector("#ask").innerHTML; return h.slice(0,300)'))
  await js('[...document.querySelectorAll("#ask [data-yimble]")].at(-1).shadowRoot.querySelector("[part=opener]").click()'); await wait(2500); await shot('ask-dialog')
  const root = '[...document.querySelectorAll("#ask [data-yimble]")].at(-1).shadowRoot'
  console.log(await js(`return ${root}.querySelector("dialog").open`))
  await js(`${root}.querySelector("[part=send]").click()`); await wait(800); await shot('ask-faults')
  await js(`const r=${root}; const put=(n,v)=>{const e=r.querySelector('[name='+n+']'); e.value=v; e.dispatchEvent(new Event('input',{bubbles:true}))}; put('subject','My cat has stopped eating'); put('more','Since yesterday evening.'); put('name','Leopold Nightingale'); put('mail','leopold@nightingale.example'); const cat=[...r.querySelectorAll('[name=beast]')][1]; cat.click()`); await wait(800); await shot('ask-filled')
  await js(`const r=${root}; const e=r.querySelector('[name=eating]'); e.value='Yesterday'; e.dispatchEvent(new Event('input',{bubbles:true})); r.querySelector("[part=send]").click()`); await wait(2500); await shot('ask-sent')
  await b.driver.get('http://127.0.0.1:4310/inbox'); await wait(2500); await shot('inbox-form')
  await b.driver.get('http://127.0.0.19:4330/'); await wait(1500); await shot('mailbox')
}
try { await run() } catch (e) { console.log(e) } finally { await b.close() }
process.exit(0)

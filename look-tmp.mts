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
  await js(`const canvas = document.createElement('canvas'); canvas.width=1280; canvas.height=800; const d=canvas.getContext('2d'); d.fillStyle='#f4efe6'; d.fillRect(0,0,1280,800); d.fillStyle='#333'; d.font='40px sans-serif'; d.fillText('Your visit on Tuesday', 80, 120); d.fillText('Card 4929 1234 5678 9012', 80, 300); navigator.mediaDevices.getDisplayMedia = async () => { const s = canvas.captureStream(10); setInterval(()=>d.fillRect(0,0,1,1),50); return s }`)
  await js(`window.r=[...document.querySelectorAll('[data-yimble]')].map(e=>e.shadowRoot).filter(Boolean).at(-1); r.querySelector('button').click()`)
  await wait(1800)
  await shot('m1')
  await js(`r.querySelector('[part=see]').click()`)
  await wait(1800)
  const box = await js(`const {left,top,width,height}=r.querySelector('[part=marking-picture]').getBoundingClientRect(); return [left,top,width,height]`) as number[]
  const [l,t,w,h] = box
  const p = (x:number,y:number)=>({x:Math.round(l!+x*w!),y:Math.round(t!+y*h!)})
  const drag = async (a:{x:number,y:number},c:{x:number,y:number}) => b.driver.actions().move(a).press().move(c).release().perform()
  await drag(p(.05,.08),p(.45,.2))
  await js(`r.querySelector('[data-as=black]').click()`)
  await drag(p(.14,.31),p(.5,.4))
  await shot('m2')
  await js(`r.querySelector('[part=marking] [part=send]').click()`)
  await wait(1500)
  await shot('m3')
  await b.viewport(390, 800)
  await shot('m4')
}
try { await run() } catch (e) { console.log(e) } finally { await b.close() }
process.exit(0)

/**
 * Stand-in: a side that lets its things be shown elsewhere. Slides and a film announce oEmbed as JSON, a poll as XML, a calendar
 * stands as a frame in its page, a paper and a bell are files. `/hostile` announces what nobody should show.
 */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeHtml, json, propPage, send } from './html'

const slides = [
  ['Firing with driftwood', 'Salt on the wood, colour on the pot.'],
  ['What you need', 'A pit, a day without wind, and nobody downwind who minds.'],
  ['Build it loose', 'Air has to get in. So does the camera, once.'],
  ['Then leave it', 'Opening it early is how most of us learnt not to.'],
] as const

const frame = (title: string, style: string, body: string) =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${escapeHtml(title)}</title><style>*{box-sizing:border-box}html,body{height:100%;margin:0;font:18px/1.5 Georgia,serif}button{font:inherit;min-height:44px;padding:0 16px;cursor:pointer}${style}</style></head><body>${body}</body></html>`

const shows: Readonly<Record<string, () => string>> = {
  slides: () =>
    frame(
      'Firing with driftwood',
      'body{display:grid;grid-template-rows:1fr auto;background:#26343a;color:#f4eee2}section{display:none;place-content:center;padding:6%;text-align:center}section.on{display:grid}h1{margin:0;font-size:clamp(24px,6vw,56px);line-height:1.1}p{margin:.6em 0 0}nav{display:flex;justify-content:space-between;align-items:center;padding:8px 16px;background:#1b262b}nav button{border:0;background:none;color:inherit}',
      `${slides.map(([head, words], at) => `<section${at === 0 ? ' class="on"' : ''}><h1>${head}</h1><p>${words}</p></section>`).join('')}<nav><button data-by="-1">Back</button><span>1 of ${slides.length}</span><button data-by="1">Next</button></nav><script>let at=0;const all=document.querySelectorAll('section');for(const b of document.querySelectorAll('button'))b.onclick=()=>{all[at].className='';at=(at+Number(b.dataset.by)+all.length)%all.length;all[at].className='on';document.querySelector('span').textContent=(at+1)+' of '+all.length}</script>`,
    ),
  film: () =>
    frame(
      'The kiln at night',
      '@keyframes glow{50%{opacity:.4}}body{display:grid;place-content:center;background:#120d0b;color:#f1c27a}svg{width:60vmin}.fire{animation:glow 3s infinite}.still .fire{animation-play-state:paused}button{margin-top:16px;border:1px solid;background:none;color:inherit}',
      '<svg viewBox="0 0 100 70" role="img" aria-label="A kiln at night"><path d="M10 68V30C10 8 90 8 90 30V68Z" fill="#3a2a22"/><g class="fire"><path d="M35 68V48C35 38 65 38 65 48V68Z" fill="#e2792c"/><path d="M42 68V54C42 48 58 48 58 54V68Z" fill="#f6cf72"/></g></svg><button onclick="document.body.classList.toggle(\'still\')">Play or stop</button>',
    ),
  poll: () =>
    frame(
      'What should we fire next?',
      'body{padding:24px;background:#f7f2e6;color:#2b2620}h1{margin:0 0 12px;font-size:24px}form{display:grid;gap:8px;max-width:480px}label{display:flex;gap:10px;align-items:center;min-height:44px}',
      '<h1>What should we fire next?</h1><form><label><input type="radio" name="a">Forty bowls</label><label><input type="radio" name="a">One very large bowl</label><label><input type="radio" name="a">The broken ones, again</label><button>Say so</button><p role="status"></p></form><script>document.forms[0].onsubmit=(e)=>{e.preventDefault();document.querySelector("p").textContent=document.querySelector(":checked")?"Thank you. 41 said the same.":"Choose one first."}</script>',
    ),
  calendar: () =>
    frame(
      'Open workshop',
      'body{padding:16px;background:#fff;color:#222}table{width:100%;border-collapse:collapse}td,th{padding:8px;border-bottom:1px solid #ddd;text-align:left}',
      '<table><tr><th>Day<th>Open workshop<tr><td>Tuesday<td>10:00 to 16:00<tr><td>Thursday<td>14:00 to 20:00<tr><td>Saturday<td>9:00 to 13:00</table>',
    ),
}

/** One page, written by hand (PDF 1.4). */
function paper(): Buffer {
  const words =
    'BT /F1 24 Tf 60 760 Td (What glaze is made of) Tj 0 -40 Td /F1 12 Tf (Sand, ash, and patience.) Tj ET'
  const objects = [
    '<</Type/Catalog/Pages 2 0 R>>',
    '<</Type/Pages/Kids[3 0 R]/Count 1>>',
    '<</Type/Page/Parent 2 0 R/MediaBox[0 0 595 842]/Contents 4 0 R/Resources<</Font<</F1 5 0 R>>>>>>',
    `<</Length ${words.length}>>stream\n${words}\nendstream`,
    '<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>',
  ]
  let text = '%PDF-1.4\n'
  const places = objects.map((object, at) => {
    const place = text.length
    text += `${at + 1} 0 obj${object}endobj\n`
    return place
  })
  const start = text.length
  const table = places.map((place) => `${String(place).padStart(10, '0')} 00000 n \n`).join('')
  return Buffer.from(
    `${text}xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${table}trailer<</Size ${objects.length + 1}/Root 1 0 R>>\nstartxref\n${start}\n%%EOF`,
    'latin1',
  )
}

/** A bell: a second of two tones that die away (WAV, 8 bits). */
function bell(): Buffer {
  const rate = 8000
  const samples = Buffer.alloc(rate)
  for (let at = 0; at < rate; at += 1) {
    const wave = Math.sin((at * 2 * Math.PI * 660) / rate) + Math.sin((at * 2 * Math.PI * 990) / rate) / 2
    samples[at] = 128 + Math.round(60 * wave * Math.exp((-4 * at) / rate))
  }
  const head = Buffer.alloc(44)
  head.write('RIFF', 0)
  head.writeUInt32LE(36 + samples.length, 4)
  head.write('WAVEfmt ', 8)
  head.writeUInt32LE(16, 16)
  head.writeUInt16LE(1, 20)
  head.writeUInt16LE(1, 22)
  head.writeUInt32LE(rate, 24)
  head.writeUInt32LE(rate, 28)
  head.writeUInt16LE(1, 32)
  head.writeUInt16LE(8, 34)
  head.write('data', 36)
  head.writeUInt32LE(samples.length, 40)
  return Buffer.concat([head, samples])
}

const facts = {
  slides: { title: 'Firing with driftwood', width: 800, height: 450, type: 'rich' },
  film: { title: 'The kiln at night', width: 640, height: 360, type: 'video' },
  poll: { title: 'What should we fire next?', width: 600, height: 420, type: 'rich' },
} as const

export function createEmbeds(origin: string) {
  const code = (name: string, width: number, height: number) =>
    `<iframe src="${origin}/show/${name}" width="${width}" height="${height}"></iframe><script>document.title="stolen"</script>`
  return (request: IncomingMessage, response: ServerResponse): void => {
    const { pathname, searchParams } = new URL(request.url ?? '/', origin)
    const name = pathname.split('/').at(-1) ?? ''
    if (pathname === '/')
      return send(
        response,
        propPage(
          'Lantern Slides: things to show elsewhere',
          `<ul>${['slides', 'film', 'poll', 'calendar', 'paper.pdf', 'bell.wav'].map((one) => `<li><a href="/${one}">${origin}/${one}</a></li>`).join('')}</ul>`,
        ),
      )
    if (pathname === '/paper.pdf') return send(response, paper(), { 'Content-Type': 'application/pdf' })
    if (pathname === '/bell.wav') return send(response, bell(), { 'Content-Type': 'audio/wav' })
    if (pathname.startsWith('/show/') && name in shows) return send(response, shows[name]!())
    if (pathname === '/oembed') {
      const asked = searchParams.get('of') as keyof typeof facts
      const one = facts[asked]
      if (asked === ('hostile' as string))
        return json(response, {
          version: '1.0',
          type: 'rich',
          title: 'x',
          html: '<script>alert(1)</script><iframe src="javascript:alert(1)"></iframe>',
        })
      if (!one) return send(response, 'no such thing', {}, 404)
      const { title, type, width, height } = one
      const html = code(asked, width, height)
      if (searchParams.get('format') !== 'xml')
        return json(response, {
          version: '1.0',
          type,
          title,
          width,
          height,
          html,
          provider_name: 'Lantern Slides',
          author_name: 'Ada Fennimore',
        })
      return send(
        response,
        `<?xml version="1.0"?><oembed><version>1.0</version><type>${type}</type><title>${escapeHtml(title)}</title><width>${width}</width><height>${height}</height><provider_name>Lantern Slides</provider_name><html>${escapeHtml(html)}</html></oembed>`,
        { 'Content-Type': 'text/xml' },
      )
    }
    if (pathname === '/calendar')
      return send(
        response,
        propPage(
          'Open workshop',
          `<iframe src="/show/calendar" width="600" height="260" title="Open workshop"></iframe>`,
        ),
      )
    if (name in facts || name === 'hostile') {
      const format = name === 'poll' ? 'xml' : 'json'
      const link = `<link rel="alternate" type="${format === 'xml' ? 'text/xml' : 'application/json'}+oembed" href="${origin}/oembed?of=${name}&amp;format=${format}" title="${name}">`
      return send(response, propPage(facts[name as keyof typeof facts]?.title ?? 'Hostile', link))
    }
    send(response, propPage('Nothing here', ''), {}, 404)
  }
}
